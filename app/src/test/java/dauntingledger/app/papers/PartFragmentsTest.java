package dauntingledger.app.papers;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.papers.PaperText.Part;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class PartFragmentsTest {

    static Stream<Class<?>> kinds() {
        return Arrays.stream(Part.class.getPermittedSubclasses());
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void everyKindOfPartHasItsFragment(Class<?> kind) {
        String name = kind.getSimpleName().toLowerCase(Locale.ROOT);

        assertThat(getClass().getResource("/templates/fragments/parts/" + name + ".html"))
                .as(name)
                .isNotNull();
    }
}
