package dauntingledger.rulebook.response;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.program.Starter;
import dauntingledger.rulebook.program.Starter.Place;
import dauntingledger.rulebook.program.Starter.Stretch;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.response.Interaction.Misfit;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ProgramTest {

    private static final Starter FRAMED = new Starter(
            Language.JAVASCRIPT,
            List.of(
                    new Stretch("function f(x) {\n", true),
                    new Stretch("  return 0;\n", false),
                    new Stretch("}\n", true)));
    private static final Program PROGRAM = new Program(
            new ResponseId("R1"),
            List.of(new Starter(Language.PYTHON, List.of()), FRAMED),
            60,
            Limits.USUAL,
            Comparison.LINES,
            2,
            false);

    private static Value response(String text) {
        return Value.typed(text);
    }

    @Test
    void takesAProgramInALanguageThatIsOffered() {
        assertThat(PROGRAM.misfit(response("python\nprint(1)"))).isEmpty();
        assertThat(PROGRAM.misfit(response("")))
                .as("nothing is taken back to nothing")
                .isEmpty();
        assertThat(PROGRAM.misfit(response("lua\nprint(1)"))).contains(Misfit.OTHER_LANGUAGE);
        assertThat(PROGRAM.misfit(response("print(1)"))).contains(Misfit.OTHER_LANGUAGE);
        assertThat(PROGRAM.misfit(response("python\n" + "x".repeat(60)))).isEmpty();
        assertThat(PROGRAM.misfit(response("python\n" + "x".repeat(61)))).contains(Misfit.TOO_LONG);
    }

    @Test
    void refusesAProgramThatLostWhatStays() {
        assertThat(PROGRAM.misfit(response("javascript\nfunction f(x) {\n  return x;\n}\n")))
                .isEmpty();
        assertThat(PROGRAM.misfit(response("javascript\nfunction g(x) {\n  return x;\n}\n")))
                .contains(Misfit.FIXED_TEXT_LOST);
        assertThat(PROGRAM.misfit(response("javascript\n function f(x) {\n}\n")))
                .contains(Misfit.FIXED_TEXT_LOST);
        assertThat(PROGRAM.misfit(response("javascript\nfunction f(x) {\n}\nprint(1)\n")))
                .contains(Misfit.FIXED_TEXT_LOST);
    }

    @Test
    void saysWhereWhatStaysStands() {
        assertThat(FRAMED.places("function f(x) {\n}\n")).contains(List.of(new Place(0, 16), new Place(16, 18)));
        assertThat(FRAMED.places("function f(x) {\n")).isEmpty();
    }

    @Property(tries = 200)
    void whateverIsWrittenBetweenWhatStaysIsTaken(@ForAll String between) {
        assertThat(FRAMED.isKeptBy("function f(x) {\n" + between + "}\n")).isTrue();
    }

    @Test
    void whatStoodThereAtFirstIsNoAnswer() {
        assertThat(PROGRAM.completeness(response("javascript\n" + FRAMED.text())))
                .isEqualTo(Completeness.BLANK);
        assertThat(PROGRAM.completeness(response("python\n  \n"))).isEqualTo(Completeness.BLANK);
        assertThat(PROGRAM.completeness(response("python\nprint(1)"))).isEqualTo(Completeness.FULL);
    }

    @Test
    void theLedgerShowsLanguageAndLines() {
        assertThat(PROGRAM.label(response("python\nprint(1)"))).isEqualTo("py 1");
        assertThat(PROGRAM.label(response("javascript\nprint(1)\nprint(2)\n"))).isEqualTo("js 2");
        assertThat(new Source(Language.PYTHON, "").lines()).isZero();
    }

    @Test
    void itsExampleCanBeEntered() {
        assertThat(PROGRAM.misfit(PROGRAM.example())).isEmpty();
        assertThat(PROGRAM.completeness(PROGRAM.blank().with(PROGRAM.example())))
                .isEqualTo(Completeness.FULL);
    }

    @Test
    void saysWhatKeepsItFromBeingAsked() {
        Program wrong =
                new Program(new ResponseId("R1"), List.of(FRAMED, FRAMED), 10, Limits.USUAL, Comparison.LINES, 0, true);
        assertThat(wrong.findings())
                .containsExactly(
                        "it must offer at least one language, and each once",
                        "the starter text is longer than the 10 characters that a program may have",
                        "an answer needs an example that passes, but no case is shown");
        assertThat(PROGRAM.findings()).isEmpty();
        assertThat(PROGRAM.starter(Language.PYTHON))
                .isEqualTo(Optional.of(PROGRAM.starters().getFirst()));
    }
}
