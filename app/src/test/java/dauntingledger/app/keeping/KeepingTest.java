package dauntingledger.app.keeping;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.results.TwoAtHome;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

class KeepingTest extends TwoAtHome {

    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};

    @Autowired
    private Keeping keeping;

    @Autowired
    private JdbcTemplate database;

    @Autowired
    private MockMvc mvc;

    private static Duration years(int years) {
        return Duration.ofDays(366L * years);
    }

    private void longAgo() {
        database.update(
                "update exam set opens_at = ? where id = ?",
                clock.instant().minus(years(11)).atOffset(ZoneOffset.UTC),
                exam.id().value());
    }

    private void portrait(Appointment sitting, Duration ago) {
        database.update(
                "insert into portrait values (?, ?, '0f', ?)",
                sitting.sitting().value(),
                PNG,
                clock.instant().minus(ago).atOffset(ZoneOffset.UTC));
    }

    private @Nullable Long rows(String table, Appointment sitting) {
        return database.queryForObject(
                "select count(*) from " + table + " where sitting = ?",
                Long.class,
                sitting.sitting().value());
    }

    /** Tables that speak of a sitting by a column of that name. */
    private List<String> tablesOfSittings() {
        return database.queryForList(
                "select lower(table_name) from information_schema.columns where lower(table_schema) = 'public' and lower(column_name) = 'sitting'",
                String.class);
    }

    @Test
    void everyTableThatSpeaksOfASittingIsInTheOneList() {
        List<String> listed = Arrays.stream(PersonalRows.values())
                .filter(PersonalRows::goesWithSitting)
                .map(PersonalRows::table)
                .toList();

        assertThat(tablesOfSittings()).isNotEmpty().allMatch(listed::contains);
    }

    @Test
    void everyTableThatNamesACandidateIsInTheOneList() {
        List<String> named = database.queryForList("""
                select distinct lower(table_name) from information_schema.columns
                where lower(table_schema) = 'public' and lower(column_name) in ('candidate', 'number', 'recipient', 'on_whom')
                  and lower(table_name) not like 'staff%' and lower(table_name) <> 'exam_staff'""", String.class);
        List<String> listed =
                Arrays.stream(PersonalRows.values()).map(PersonalRows::table).toList();

        assertThat(named).isNotEmpty().allMatch(listed::contains);
    }

    @Test
    void anOldExamGoesWithEverythingOfItsCandidates() {
        portrait(passed, Duration.ofDays(1));
        longAgo();
        keeping.deleteOld(clock.instant());

        for (String table : tablesOfSittings()) {
            assertThat(rows(table, passed)).as(table).isZero();
        }
        assertThat(appointments.find(passed.sitting())).isEmpty();
        assertThat(candidates.find(passed.candidate())).isEmpty();
        assertThat(keeping.deletions())
                .anyMatch(deletion -> deletion.kind() == Keeping.Kind.SITTING
                        && deletion.what()
                                .startsWith("sitting " + passed.sitting().value() + ",")
                        && deletion.counted() > 3)
                .noneMatch(deletion -> deletion.what().contains(passed.candidate()));
        assertThat(database.queryForObject(
                        "select count(*) from roster_file where exam = ?",
                        Long.class,
                        exam.id().value()))
                .isZero();
    }

    @Test
    void aLedgerThatCannotBeReadIsDeletedToo() {
        Appointment broken = newAppointment();
        database.update(
                "insert into ledger_line (sitting, seq, line, hash) values (?, 1, '{}', ?)",
                broken.sitting().value(),
                new byte[32]);
        database.update(
                "update sitting set opens_at = ? where id = ?",
                clock.instant().minus(years(11)).atOffset(ZoneOffset.UTC),
                broken.sitting().value());

        keeping.deleteOld(clock.instant());

        assertThat(appointments.find(broken.sitting())).isEmpty();
        assertThat(rows("ledger_line", broken)).isZero();
    }

    @Test
    void whatIsYoungOrAppealedIsKept() {
        keeping.deleteOld(clock.instant());
        assertThat(appointments.find(passed.sitting())).isPresent();

        longAgo();
        database.update(
                "insert into appeal (exam, sitting, item, reason, asked_at) values (?, ?, 'x', 'look', now())",
                exam.id().value(),
                passed.sitting().value());
        keeping.deleteOld(clock.instant());

        assertThat(appointments.find(passed.sitting())).isPresent();
        assertThat(appointments.find(failed.sitting())).isEmpty();
        assertThat(keeping.due(clock.instant()).sittings()).isZero();
    }

    @Test
    void portraitsGoByTheirAgeAlone() {
        portrait(passed, Duration.ofDays(179));
        portrait(failed, Duration.ofDays(181));
        assertThat(keeping.due(clock.instant()).portraits()).isPositive();

        keeping.deleteOld(clock.instant());

        assertThat(rows("portrait", passed)).isOne();
        assertThat(rows("portrait", failed)).isZero();
        assertThat(keeping.deletions().getFirst().kind()).isEqualTo(Keeping.Kind.PORTRAITS);
        database.update(
                "delete from portrait where sitting = ?", passed.sitting().value());
    }

    @Test
    void everythingAboutAPersonIsTakenOutAndNothingOfOthers() throws Exception {
        portrait(passed, Duration.ofDays(1));
        Map<String, byte[]> files = taken(passed.candidate());

        assertThat(files)
                .containsKeys(
                        "candidate.jsonl", "sitting.jsonl", "ledger_line.jsonl", "portrait.jsonl", "what-is-kept.pdf");
        assertThat(files.get("files/portrait-1.png")).isEqualTo(PNG);
        List<String> lines = new String(files.get("ledger_line.jsonl"), StandardCharsets.UTF_8)
                .lines()
                .toList();
        assertThat(lines)
                .hasSize(Math.toIntExact(requireNonNull(rows("ledger_line", passed))))
                .allMatch(line -> line.contains("\"hash\""));
        String all = files.values().stream()
                .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
                .collect(Collectors.joining());
        assertThat(all)
                .contains(passed.candidate())
                .doesNotContain(failed.candidate(), "pin_hash", "secret_hash", "$2");
        try (PDDocument pdf = Loader.loadPDF(files.get("what-is-kept.pdf"))) {
            assertThat(new PDFTextStripper().getText(pdf))
                    .contains(passed.candidate(), "ledger_line.jsonl: " + lines.size() + " records");
        }
        database.update(
                "delete from portrait where sitting = ?", passed.sitting().value());
    }

    private Map<String, byte[]> taken(String number) throws Exception {
        byte[] zip = mvc.perform(post("/office/keeping/" + number + "/person.zip")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), in.readAllBytes());
            }
        }
        return files;
    }

    @Test
    void onlyTheOfficeTakesItOut() throws Exception {
        String address = "/office/keeping/" + passed.candidate() + "/person.zip";
        for (String role : List.of("AUDITOR", "INVIGILATOR", "CANDIDATE")) {
            mvc.perform(post(address).with(user("X-1").roles(role)).with(token()))
                    .andExpect(status().isForbidden());
        }
        mvc.perform(post("/office/keeping/NOBODY-1/person.zip")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(status().isNotFound());
        mvc.perform(get("/office/keeping").with(user("AUD-1").roles("AUDITOR"))).andExpect(status().isOk());
    }
}
