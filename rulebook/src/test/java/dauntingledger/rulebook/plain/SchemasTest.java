package dauntingledger.rulebook.plain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.tools.ToolUse;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Everything of which there are several kinds has a schema for each, and the page about ledgers says what is in them. */
class SchemasTest {

    private static final Pattern ROW = Pattern.compile("\\| (`[a-z`, -]+`) \\| ([a-z, ]+) \\|(.*?)\\| .*");
    private static final Pattern NAME = Pattern.compile("`([A-Za-z-]+)`");

    static Stream<Arguments> kinds() {
        return Stream.of(
                        Map.entry(Stage.class, StageCodec.KINDS),
                        Map.entry(Interaction.class, InteractionCodec.KINDS),
                        Map.entry(Act.class, ActCodec.KINDS),
                        Map.entry(ToolUse.class, ToolCodec.KINDS),
                        Map.entry(Finish.class, ExamRulesCodec.FINISH),
                        Map.entry(Reading.class, InteractionCodec.READING),
                        Map.entry(MarkingAct.class, MarkingCodec.ACT),
                        Map.entry(Correction.class, KeyCodec.CORRECTION))
                .flatMap(one -> records(one.getKey()).map(kind -> Arguments.of(kind, one.getValue())));
    }

    private static Stream<Class<?>> records(Class<?> sealed) {
        return sealed.isSealed()
                ? Arrays.stream(sealed.getPermittedSubclasses()).flatMap(SchemasTest::records)
                : Stream.of(sealed);
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void everyKindHasASchema(Class<?> kind, Kinds<?> described) {
        assertThat(described.has(kind)).isTrue();
    }

    @Test
    void thePageAboutLedgersNamesEveryKindOfEntryWithItsMembers() throws IOException {
        Map<String, List<String>> documented = documented();

        assertThat(documented.keySet())
                .containsExactlyInAnyOrderElementsOf(
                        ActCodec.KINDS.membersByKind().keySet());
        ActCodec.KINDS
                .membersByKind()
                .forEach((kind, members) -> assertThat(documented.get(kind))
                        .as(kind)
                        .containsAll(members.stream()
                                .filter(member -> !member.equals("by"))
                                .toList()));
    }

    private static Map<String, List<String>> documented() throws IOException {
        Map<String, List<String>> documented = new LinkedHashMap<>();
        for (String line : Files.readAllLines(Path.of("../docs/LEDGER.md"))) {
            Matcher row = ROW.matcher(line);
            if (row.matches()) {
                names(row.group(1)).forEach(kind -> documented.put(kind, names(row.group(3))));
            }
        }
        return documented;
    }

    private static List<String> names(String text) {
        return NAME.matcher(text).results().map(found -> found.group(1)).toList();
    }

    @Test
    void whatIsOfNoKindIsRefusedByName() {
        assertThatThrownBy(() -> StageCodec.KINDS.fromPlain(Map.of("kind", "ballroom")))
                .isInstanceOf(MalformedDataException.class)
                .hasMessage("kind: there is no kind of stage 'ballroom'");
    }
}
