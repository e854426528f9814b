package dauntingledger.app.statistics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.results.TwoAtHome;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.statistics.Doubt;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.math3.stat.StatUtils;
import org.apache.commons.math3.stat.correlation.PearsonsCorrelation;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** What the scores of an exam tell, against another library, and who may see it. */
class StatisticsTest extends TwoAtHome {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private KeptFindings findings;

    private final Map<String, Map<String, Integer>> scores = new LinkedHashMap<>();
    private String bad = "";
    private long seed = 4;

    StatisticsTest() {
        more = Doubt.LEAST_CANDIDATES;
    }

    /** The able know all but one question, which only those know who know little else. */
    @Override
    protected void sitToo(List<Appointment> others) {
        scores.clear();
        Item choice = papers.text(exam.paper())
                .paper()
                .items()
                .filter(item -> item.interactions().stream().anyMatch(Choice.class::isInstance))
                .findFirst()
                .orElseThrow();
        bad = choice.id().value();
        Random random = new Random(++seed);
        note(passed, explained -> true);
        note(failed, explained -> false);
        for (int i = 0; i < others.size(); i++) {
            boolean able = i % 2 == 0;
            Map<String, Boolean> knows = new HashMap<>();
            note(
                    others.get(i),
                    item -> knows.computeIfAbsent(
                            item, one -> one.equals(bad) ? !able : random.nextInt(10) < (able ? 9 : 2)));
            sit(
                    others.get(i),
                    explained -> Optional.of(
                            knows.getOrDefault(explained.question().item().id().value(), false)
                                    ? right(explained)
                                    : wrong(explained)));
        }
    }

    private void note(Appointment sitting, Predicate<String> knows) {
        Map<String, Integer> own = new LinkedHashMap<>();
        papers.text(exam.paper())
                .paper()
                .items()
                .forEach(item -> own.put(item.id().value(), knows.test(item.id().value()) ? 1 : 0));
        scores.put(sitting.candidate(), own);
    }

    /** Returns the last option that is wrong, or nothing where there are no options. */
    private static Map<ResponseId, List<String>> wrong(Papers.Explained explained) {
        return explained.question().item().interactions().stream()
                .filter(Choice.class::isInstance)
                .collect(Collectors.toMap(
                        interaction -> interaction.response(),
                        interaction -> interaction.options().stream()
                                .map(option -> option.value())
                                .filter(option -> !right(explained).values().stream()
                                        .flatMap(List::stream)
                                        .toList()
                                        .contains(option))
                                .reduce((one, other) -> other)
                                .stream()
                                .toList()));
    }

    private String address() {
        return "/office/exams/" + exam.id() + "/statistics";
    }

    private String page(String path) throws Exception {
        return mvc.perform(get(path).with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private List<CSVRecord> file() throws Exception {
        return CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new StringReader(page(address() + ".csv")))
                .getRecords();
    }

    private double[] of(String item) {
        return scores.values().stream()
                .mapToDouble(own -> own.getOrDefault(item, 0))
                .toArray();
    }

    @Test
    void areThoseOfAnotherLibrary() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        double[] totals = scores.values().stream()
                .mapToDouble(
                        own -> own.values().stream().mapToInt(Integer::intValue).sum())
                .toArray();
        List<CSVRecord> rows = file();
        double parts = 0;
        for (CSVRecord row : rows.subList(0, rows.size() - 1)) {
            double[] own = of(row.get("item"));
            double[] others = new double[own.length];
            for (int i = 0; i < own.length; i++) {
                others[i] = totals[i] - own[i];
            }
            parts += StatUtils.populationVariance(own);
            assertThat(row.get("n")).isEqualTo(String.valueOf(own.length));
            assertThat(Double.parseDouble(row.get("facility"))).isCloseTo(StatUtils.mean(own), within(5.1e-5));
            assertThat(Double.parseDouble(row.get("discrimination")))
                    .isCloseTo(new PearsonsCorrelation().correlation(own, others), within(5.1e-5));
        }
        int items = rows.size() - 1;
        assertThat(Double.parseDouble(rows.getLast().get(1)))
                .isCloseTo(items / (items - 1.0) * (1 - parts / StatUtils.populationVariance(totals)), within(5.1e-5));
    }

    @Test
    void putTheBadQuestionFirstAndSayWhatToDo() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        String list = page(address());
        assertThat(list.indexOf("item=" + bad)).isPositive();
        assertThat(findings.of(exam).statistics().questions().stream()
                        .filter(one -> one.doubts().contains(Doubt.KEY)))
                .singleElement()
                .satisfies(one -> assertThat(one.item().value()).isEqualTo(bad));
        assertThat(list.substring(list.indexOf("id=\"questions\"")))
                .containsSubsequence("key?", "item=" + bad, "item=");
        String opened = page(address() + "?item=" + bad);
        assertThat(opened)
                .contains("look at the key", "did worse here", "by the key", "To its key")
                .contains("/office/exams/" + exam.id() + "/key/" + bad);
    }

    @Test
    void sortByEachFigureEitherWay() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        for (String figure :
                List.of("doubts", "number", "facility", "discrimination", "blank", "not-reached", "time", "nonsense")) {
            List<String> up = items(page(address() + "?sort=" + figure));
            List<String> down = items(page(address() + "?sort=" + figure + "&down=true"));
            assertThat(up).as(figure).hasSize(6).doesNotHaveDuplicates().containsExactlyInAnyOrderElementsOf(down);
        }
        assertThat(items(page(address() + "?sort=facility")))
                .isSortedAccordingTo(
                        (one, other) -> Double.compare(StatUtils.mean(of(one)), StatUtils.mean(of(other))));
        assertThat(items(page(address() + "?sort=facility&down=true")))
                .isSortedAccordingTo(
                        (one, other) -> Double.compare(StatUtils.mean(of(other)), StatUtils.mean(of(one))));
    }

    private List<String> items(String html) {
        List<String> items = new ArrayList<>();
        Matcher found = Pattern.compile("item=([a-z-]+)#question\"").matcher(html);
        while (found.find()) {
            items.add(found.group(1));
        }
        return items;
    }

    @Test
    void followWhatIsDecidedAboutTheKeyAndWhoIsLeftOut() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        int before = findings.of(exam).statistics().whole().marks().number();
        mvc.perform(as(post("/office/exams/" + exam.id() + "/results/left-out")
                        .param("number", failed.candidate())
                        .param("reason", "A trial")))
                .andExpect(status().is3xxRedirection());
        mvc.perform(as(post("/office/exams/" + exam.id() + "/key/" + bad)
                        .param("kind", "taken-out")
                        .param("reason", "It has two answers")
                        .param("version", "1")))
                .andExpect(status().is3xxRedirection());
        CohortFindings after = findings.of(exam);
        assertThat(after.statistics().whole().marks().number()).isEqualTo(before - 1);
        assertThat(after.statistics().questions().stream()
                        .filter(one -> one.facility().isEmpty()))
                .singleElement()
                .satisfies(one -> assertThat(one.item().value()).isEqualTo(bad));
        assertThat(file().stream()
                        .filter(row -> row.get("item").equals(bad))
                        .findFirst()
                        .orElseThrow()
                        .get("facility"))
                .isEmpty();
    }

    private MockHttpServletRequestBuilder as(MockHttpServletRequestBuilder request) {
        return request.with(user("OFF-1").roles("OFFICE")).with(token());
    }

    @Test
    void standBesideThoseOfAnotherExamWithTheSameQuestions() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        Exam first = exam;
        sitIt();
        bringTo(exam, ExamState.CLOSED);
        assertThat(page(address())).contains(first.title() + " (6)");
        String compared = page(address() + "/" + first.id());
        assertThat(compared).contains("6 questions are in both", first.title(), "moved");
        assertThat(compared).containsPattern("[+-]0\\.[1-9]");
        mvc.perform(get(address() + "/99999999").with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isNotFound());
    }

    @Test
    void giveNothingAwayBeforeTheExamIsClosed() throws Exception {
        assertThat(page(address())).contains("once the exam is closed").doesNotContain("id=\"questions\"");
        for (String path : List.of(address() + ".csv", address() + "/" + exam.id())) {
            mvc.perform(get(path).with(user("OFF-1").roles("OFFICE"))).andExpect(status().isNotFound());
        }
    }

    @Test
    void areForTheOfficeAndAuditorsAlone() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        for (String path : List.of(address(), address() + ".csv", address() + "/" + exam.id())) {
            for (String role : List.of("INVIGILATOR", "MARKER", "CHIEF_MARKER", "CENTRE", "CANDIDATE")) {
                mvc.perform(get(path).with(user("X-1").roles(role))).andExpect(status().isForbidden());
            }
            mvc.perform(get(path).with(user("AUD-1").roles("AUDITOR"))).andExpect(status().isOk());
        }
    }
}
