package dauntingledger.app.nodes;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/**
 * Nodes are upgraded one after the other while exams run, so the version before goes on with a database that is migrated
 * already: from the first version that several nodes could run, a migration only adds what that version need not know.
 */
class MigrationsTest {

    private static final int FIRST_OF_SEVERAL_NODES = 16;
    private static final Pattern VERSION = Pattern.compile("V(\\d+)__\\w+\\.sql");

    private static final List<Pattern> ALLOWED = List.of(
            Pattern.compile("create table \\w+ \\(.*\\)"),
            // One that is unique could refuse what the version before writes; in a new table it stands with its
            // columns.
            Pattern.compile("create index \\w+ on \\w+ \\(.*\\)"),
            Pattern.compile("alter table \\w+ add column \\w+ (?:(?!not null|unique|references|check).)*"),
            Pattern.compile(
                    "alter table \\w+ add column \\w+ (?:(?!unique|references|check).)*default (?:(?!unique|references|check).)*"),
            Pattern.compile("comment on .*"));

    private static SortedMap<Integer, String> migrations(String vendor) throws IOException {
        SortedMap<Integer, String> found = new TreeMap<>();
        for (Resource file :
                new PathMatchingResourcePatternResolver().getResources("classpath:db/migration/" + vendor + "/*.sql")) {
            Matcher named = VERSION.matcher(String.valueOf(file.getFilename()));
            assertThat(named.matches()).as(String.valueOf(file)).isTrue();
            found.put(Integer.valueOf(named.group(1)), file.getContentAsString(StandardCharsets.UTF_8));
        }
        return found;
    }

    private static List<String> refused(String script) {
        return Arrays.stream(
                        script.replaceAll("--.*", "").toLowerCase(Locale.ROOT).split(";"))
                .map(statement -> statement.replaceAll("\\s+", " ").strip())
                .filter(statement -> !statement.isEmpty()
                        && ALLOWED.stream()
                                .noneMatch(allowed -> allowed.matcher(statement).matches()))
                .toList();
    }

    @ParameterizedTest
    @ValueSource(strings = {"h2", "postgresql"})
    void onlyAddWhatTheVersionBeforeNeedNotKnow(String vendor) throws IOException {
        assertThat(migrations(vendor).tailMap(FIRST_OF_SEVERAL_NODES))
                .isNotEmpty()
                .allSatisfy((version, script) -> assertThat(refused(script)).isEmpty());
    }

    @Test
    void areTheSameOnesForBothDatabases() throws IOException {
        assertThat(migrations("h2").tailMap(FIRST_OF_SEVERAL_NODES).keySet())
                .isEqualTo(
                        migrations("postgresql").tailMap(FIRST_OF_SEVERAL_NODES).keySet());
    }

    @Nested
    class WhatIsRefused {

        @Test
        void isWhatTakesSomethingAwayOrAsksForMore() {
            assertThat(Stream.of(
                            "drop table a",
                            "alter table a drop column b",
                            "alter table a alter column b set not null",
                            "alter table a alter column b type bigint",
                            "alter table a rename column b to c",
                            "alter table a rename to b",
                            "alter table a add column b integer not null",
                            "alter table a add column b integer unique",
                            "alter table a add constraint c check (b > 0)",
                            "create unique index c on a (b)",
                            "update a set b = 1",
                            "delete from a"))
                    .allSatisfy(statement -> assertThat(refused(statement)).hasSize(1));
            assertThat(Stream.of(
                            "create table a (b integer not null unique)",
                            "create index c on a (b)",
                            "alter table a add column b integer",
                            "alter table a add column b integer default 0 not null",
                            "-- a remark only"))
                    .allSatisfy(statement -> assertThat(refused(statement)).isEmpty());
        }
    }
}
