package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.whole;

import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Starter;
import dauntingledger.rulebook.program.Starter.Stretch;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Reads questions that are answered by a program: what the editor holds at first, limits, and cases. */
final class ProgramReader {

    static final String CASES = "dl:cases";

    private static final String USUAL_LENGTH = "8000";

    private ProgramReader() {}

    /**
     * Reads an interaction with {@code dl:program}.
     *
     * @param declaration of its response, which holds the cases
     */
    static Program program(XmlElement element, ResponseId response, XmlElement declaration, List<Part> parts) {
        Cases cases = declaration
                .element(CASES)
                .map(ProgramReader::cases)
                .orElseThrow(() -> new IllegalArgumentException(
                        "a program is judged by 'dl:cases' in the declaration of its response"));
        Program program = new Program(
                response,
                languages(element).stream()
                        .map(language -> starter(element, language))
                        .toList(),
                whole(element, "dl:max-length", USUAL_LENGTH),
                cases.limits(),
                cases.comparison(),
                cases.shown().size(),
                Attributes.isTrue(element, "dl:needs-example", "false"));
        parts.add(new Part.Program(program, cases.shown(), cases.hidden() > 0));
        return program;
    }

    private static List<Language> languages(XmlElement element) {
        List<Language> languages = offered(element);
        element.elements("dl:starter")
                .map(starter -> required(starter, "language"))
                .filter(word ->
                        languages.stream().noneMatch(language -> language.word().equals(word)))
                .forEach(word -> {
                    throw new IllegalArgumentException("a 'dl:starter' is for '" + word + "', which is not offered");
                });
        return languages;
    }

    private static List<Language> offered(XmlElement element) {
        return Arrays.stream(required(element, "dl:program").strip().split("\\s+"))
                .map(word -> Language.find(word)
                        .orElseThrow(() -> new IllegalArgumentException(
                                "there is no language '" + word + "'; there are " + Language.words())))
                .toList();
    }

    private static Starter starter(XmlElement element, Language language) {
        List<Stretch> stretches = new ArrayList<>();
        element.elements("dl:starter")
                .filter(starter -> starter.attribute("language").orElse("").equals(language.word()))
                .findFirst()
                .ifPresent(starter -> starter.children().forEach(child -> stretch(child, stretches)));
        return new Starter(language, stretches);
    }

    private static void stretch(Object child, List<Stretch> stretches) {
        boolean fixed = child instanceof XmlElement inner && inner.name().equals("dl:fixed");
        String text = child instanceof XmlElement inner ? inner.exact() : (String) child;
        String first = stretches.isEmpty() && text.startsWith("\n") && !fixed ? text.substring(1) : text;
        if (!first.isEmpty()) {
            stretches.add(new Stretch(first, fixed));
        }
    }

    /** Reads {@code dl:cases}. */
    static Cases cases(XmlElement element) {
        Limits limits = new Limits(
                Duration.ofMillis(whole(
                        element, "time-ms", String.valueOf(Limits.USUAL.time().toMillis()))),
                whole(element, "memory-mb", String.valueOf(Limits.USUAL.memoryMb())),
                whole(element, "output-kb", String.valueOf(Limits.USUAL.outputKb())));
        Comparison comparison = new Comparison(
                Attributes.word(element, "compare", Comparison.Way.values(), "lines"),
                element.attribute("tolerance")
                        .map(text -> Attributes.rational(element, "tolerance"))
                        .orElse(Rational.ZERO));
        Cases cases =
                new Cases(limits, comparison, cases(element.elements("dl:case").toList()));
        List<String> findings = cases.findings();
        if (!findings.isEmpty()) {
            throw new IllegalArgumentException(String.join("; ", findings));
        }
        return cases;
    }

    private static List<Case> cases(List<XmlElement> elements) {
        List<Case> cases = new ArrayList<>();
        elements.forEach(element -> cases.add(oneCase(cases.size() + 1, element)));
        return cases;
    }

    private static Case oneCase(int number, XmlElement element) {
        Optional<String> call =
                element.element("dl:call").map(one -> one.exact().strip());
        Optional<String> input = element.element("dl:in").map(ProgramReader::written);
        String output = element.element("dl:out")
                .map(ProgramReader::written)
                .orElseThrow(() -> new IllegalArgumentException(
                        "the case in line " + element.line() + " has no 'dl:out', so nothing says what is right"));
        if (call.filter(String::isEmpty).isPresent() || Stream.of(call, input).allMatch(Optional::isEmpty)) {
            throw new IllegalArgumentException(
                    "the case in line " + element.line() + " needs 'dl:in', which may be empty, or a 'dl:call'");
        }
        return new Case(
                number,
                call.orElse(""),
                input.orElse(""),
                output,
                Attributes.isTrue(element, "shown", "false"),
                element.attribute("worth")
                        .map(text -> Attributes.rational(element, "worth"))
                        .orElse(Rational.ONE),
                element.attribute("group").orElse(""));
    }

    /** Returns a text to the character, without a line break right after the tag, as in HTML's {@code pre}. */
    private static String written(XmlElement element) {
        String text = element.exact();
        return text.startsWith("\n") ? text.substring(1) : text;
    }
}
