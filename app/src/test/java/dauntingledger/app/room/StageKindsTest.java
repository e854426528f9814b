package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ExamServerTest;
import dauntingledger.rulebook.paper.Stage;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.beans.factory.annotation.Autowired;

class StageKindsTest extends ExamServerTest {

    @Autowired
    private List<StagePage<?>> pages;

    static Stream<Class<?>> kinds() {
        return records(Stage.class).filter(kind -> kind != Stage.Unopened.class);
    }

    private static Stream<Class<?>> records(Class<?> sealed) {
        return sealed.isSealed()
                ? Arrays.stream(sealed.getPermittedSubclasses()).flatMap(StageKindsTest::records)
                : Stream.of(sealed);
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void everyKindOfStageHasAPageAndATemplate(Class<?> kind) {
        String template =
                kind.getSimpleName().replaceAll("(?<=[a-z])(?=[A-Z])", "-").toLowerCase(Locale.ROOT);

        assertThat(pages).anyMatch(page -> page.kind() == kind);
        assertThat(getClass().getResource("/templates/" + template + ".html")).isNotNull();
    }
}
