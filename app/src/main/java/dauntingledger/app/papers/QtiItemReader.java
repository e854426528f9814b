package dauntingledger.app.papers;

import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.app.papers.PaperText.Option;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ChoiceId;
import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ResponseId;
import dauntingledger.rulebook.scoring.KeyRule;
import dauntingledger.rulebook.scoring.Tolerance;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Reads one {@code qti-assessment-item} of QTI 3.0: choice and numeric text-entry interactions, correct responses and
 * mappings, the response-processing templates {@code match_correct} and {@code map_response}, and response conditions
 * that compare one response with its correct value ({@code qti-match}, {@code qti-equal} with a tolerance), and stimuli
 * that several items share.
 */
final class QtiItemReader {

    private static final int FIRST_WORDS = 90;
    private static final Set<String> NO_WORDS = Set.of("svg", "table", "qti-simple-choice");
    private static final String TEMPLATES = "https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/";

    private final XmlElement root;
    private final MarkupWriter markup;
    private final Problems problems;
    private final Map<String, XmlElement> declarations = new LinkedHashMap<>();
    private final List<Interaction> interactions = new ArrayList<>();
    private final List<Part> parts = new ArrayList<>();

    private final Function<String, Optional<XmlElement>> documents;

    /** @param documents reads a file of the package by its path, noting a problem if it is missing */
    QtiItemReader(
            XmlElement root, MarkupWriter markup, Problems problems, Function<String, Optional<XmlElement>> documents) {
        this.root = root;
        this.markup = markup;
        this.documents = documents;
        this.problems = problems;
    }

    /** What an item comes to, besides its marks. */
    record Read(List<Interaction> interactions, Item.Credit credit, Map<ResponseId, KeyRule> key, ItemText text) {}

    Optional<Read> read() {
        if (!root.name().equals("qti-assessment-item")) {
            problems.add(root, "an item must begin with 'qti-assessment-item', but begins with '" + root.name() + "'");
            return Optional.empty();
        }
        root.elements("qti-response-declaration")
                .forEach(d -> declarations.put(d.attribute("identifier").orElse(""), d));
        Optional<XmlElement> body = root.element("qti-item-body");
        if (body.isEmpty()) {
            problems.add(root, "the item has no 'qti-item-body'");
            return Optional.empty();
        }
        root.elements("qti-assessment-stimulus-ref").forEach(this::stimulus);
        body.get().elements().forEach(this::part);
        if (interactions.isEmpty()) {
            problems.add(body.get(), "the item has no interaction that takes a response");
        }
        String words = body.get().text(inner -> !NO_WORDS.contains(inner.name()));
        return Optional.of(new Read(interactions, credit(), key(), new ItemText(firstWords(words), parts)));
    }

    /** Returns how many characters the box of a text-entry interaction takes. */
    static int boxLength(XmlElement element) {
        int length = whole(element, "expected-length", 10);
        return Math.min(Math.max(length, 1), Numeral.MAX_LENGTH);
    }

    /** What several questions are about stands above each of them. */
    private void stimulus(XmlElement ref) {
        String path = PackageFiles.resolve(ref.file(), ref.attribute("href").orElse(""));
        documents.apply(path).ifPresent(document -> {
            Optional<XmlElement> body = document.element("qti-stimulus-body");
            if (body.isEmpty()) {
                problems.add(document, "a stimulus must hold a 'qti-stimulus-body'");
            }
            body.ifPresent(text -> parts.add(new Part.Stimulus(
                    document.attribute("identifier").orElse(""),
                    document.attribute("title").orElse(""),
                    markup.inside(text))));
        });
    }

    private void part(XmlElement element) {
        if (element.name().equals("qti-choice-interaction")) {
            attempt(element, this::choice);
            return;
        }
        element.descendants()
                .filter(inner -> inner.name().equals("qti-text-entry-interaction"))
                .forEach(box -> attempt(box, this::number));
        parts.add(new Part.Html(markup.write(element)));
    }

    private Interaction choice(XmlElement element) {
        ResponseId response = response(element);
        List<ChoiceId> choices = new ArrayList<>();
        List<Option> options = new ArrayList<>();
        element.element("qti-prompt")
                .ifPresent(prompt -> parts.add(new Part.Html("<p>" + markup.inside(prompt) + "</p>")));
        for (XmlElement option : element.elements("qti-simple-choice").toList()) {
            ChoiceId choice = new ChoiceId(option.attribute("identifier").orElse(""));
            options.add(new Option(choice, String.valueOf((char) ('A' + choices.size())), markup.inside(option)));
            choices.add(choice);
        }
        if (element.attribute("shuffle").filter("true"::equals).isPresent()) {
            problems.add(element, "shuffled options are not supported; write shuffle=\"false\"");
        }
        int most = whole(element, "max-choices", 1);
        int least = Math.max(1, whole(element, "min-choices", 1));
        Interaction.Choice choice = new Interaction.Choice(response, choices, least, most == 0 ? choices.size() : most);
        require(element, declared(element, "base-type").equals("identifier"), "its base type must be 'identifier'");
        require(
                element,
                declared(element, "cardinality").equals(choice.isSingle() ? "single" : "multiple"),
                "its cardinality must be 'single' for one choice and 'multiple' for several");
        parts.add(new Part.Options(response, choice.isSingle(), least, choice.maxChoices(), options));
        return choice;
    }

    private Interaction number(XmlElement element) {
        String type = declared(element, "base-type");
        require(
                element,
                type.equals("float") || type.equals("integer"),
                "only numbers can be typed yet: its base type" + " must be 'float' or 'integer'");
        require(element, declared(element, "cardinality").equals("single"), "its cardinality must be 'single'");
        return new Interaction.NumberEntry(response(element), boxLength(element));
    }

    private void attempt(XmlElement element, Function<XmlElement, Interaction> reader) {
        try {
            interactions.add(reader.apply(element));
        } catch (IllegalArgumentException e) {
            problems.add(element, String.valueOf(e.getMessage()));
        }
    }

    private Item.Credit credit() {
        boolean mapped = template().filter("map_response"::equals).isPresent();
        return mapped || interactions.size() > 1 ? Item.Credit.PARTS : Item.Credit.WHOLE;
    }

    private Map<ResponseId, KeyRule> key() {
        Map<String, Tolerance> tolerances = tolerances();
        Map<ResponseId, KeyRule> key = new LinkedHashMap<>();
        for (Interaction interaction : interactions) {
            XmlElement declaration = declarations.get(interaction.response().value());
            if (declaration != null) {
                try {
                    key.put(interaction.response(), rule(interaction, declaration, tolerances));
                } catch (IllegalArgumentException e) {
                    problems.add(declaration, String.valueOf(e.getMessage()));
                }
            }
        }
        return key;
    }

    private KeyRule rule(Interaction interaction, XmlElement declaration, Map<String, Tolerance> tolerances) {
        return switch (interaction) {
            case Interaction.Choice choice ->
                template().filter("map_response"::equals).isPresent()
                        ? new KeyRule.PerOption(worths(declaration))
                        : new KeyRule.Options(correctChoices(declaration));
            case Interaction.NumberEntry entry ->
                new KeyRule.Number(
                        correctValues(declaration)
                                .map(Rational::parse)
                                .findFirst()
                                .orElseThrow(() -> new IllegalArgumentException("it declares no correct response")),
                        tolerances.getOrDefault(entry.response().value(), new Tolerance.Absolute(Rational.ZERO)));
        };
    }

    private static Set<ChoiceId> correctChoices(XmlElement declaration) {
        Set<ChoiceId> correct = new LinkedHashSet<>();
        correctValues(declaration).forEach(value -> correct.add(new ChoiceId(value)));
        return correct;
    }

    private static Stream<String> correctValues(XmlElement declaration) {
        return declaration
                .elements("qti-correct-response")
                .flatMap(correct -> correct.elements("qti-value"))
                .map(XmlElement::text);
    }

    private static Map<ChoiceId, Rational> worths(XmlElement declaration) {
        Map<ChoiceId, Rational> worths = new LinkedHashMap<>();
        declaration
                .elements("qti-mapping")
                .flatMap(mapping -> mapping.elements("qti-map-entry"))
                .forEach(entry -> worths.put(
                        new ChoiceId(entry.attribute("map-key").orElse("")),
                        Rational.parse(entry.attribute("mapped-value").orElse(""))));
        return worths;
    }

    private Optional<String> template() {
        return root.element("qti-response-processing")
                .flatMap(processing -> processing.attribute("template"))
                .map(template -> template.replace(TEMPLATES, "").replace(".xml", ""));
    }

    private Map<String, Tolerance> tolerances() {
        Map<String, Tolerance> tolerances = new LinkedHashMap<>();
        Optional<XmlElement> processing = root.element("qti-response-processing");
        if (processing.isEmpty()) {
            problems.add(root, "the item has no 'qti-response-processing', so it cannot be marked");
            return tolerances;
        }
        Optional<String> template = template();
        if (template.isPresent()) {
            require(
                    processing.get(),
                    template.get().equals("match_correct") || template.get().equals("map_response"),
                    "only the templates match_correct and map_response are supported, not '" + template.get() + "'");
            return tolerances;
        }
        processing.get().elements().forEach(condition -> condition(condition, tolerances));
        return tolerances;
    }

    private void condition(XmlElement condition, Map<String, Tolerance> tolerances) {
        Optional<XmlElement> comparison = condition.name().equals("qti-response-condition")
                ? condition
                        .element("qti-response-if")
                        .flatMap(branch -> branch.elements().findFirst())
                : Optional.empty();
        Optional<String> response = comparison
                .flatMap(c -> c.element("qti-variable"))
                .flatMap(variable -> variable.attribute("identifier"));
        boolean comparesWithCorrect = comparison
                .flatMap(c -> c.element("qti-correct"))
                .flatMap(correct -> correct.attribute("identifier"))
                .equals(response);
        if (response.isEmpty() || !comparesWithCorrect) {
            problems.add(
                    condition,
                    "only a 'qti-response-condition' that compares one response with its correct value"
                            + " is supported here");
            return;
        }
        switch (comparison.get().name()) {
            case "qti-match" -> {}
            case "qti-equal" ->
                tolerance(comparison.get()).ifPresent(tolerance -> tolerances.put(response.get(), tolerance));
            default -> problems.add(comparison.get(), "only 'qti-match' and 'qti-equal' are supported here");
        }
    }

    private Optional<Tolerance> tolerance(XmlElement equal) {
        String mode = equal.attribute("tolerance-mode").orElse("exact");
        String[] bounds = equal.attribute("tolerance").orElse("0").strip().split("\\s+");
        if (bounds.length > 1 && !bounds[0].equals(bounds[1])) {
            problems.add(equal, "a tolerance must be the same above and below");
            return Optional.empty();
        }
        try {
            Rational bound = Rational.parse(bounds[0]);
            return switch (mode) {
                case "exact" -> Optional.of(new Tolerance.Absolute(Rational.ZERO));
                case "absolute" -> Optional.of(new Tolerance.Absolute(bound));
                case "relative" -> Optional.of(new Tolerance.Relative(bound.dividedBy(Rational.of(100))));
                default -> {
                    problems.add(equal, "the tolerance mode must be exact, absolute or relative, not '" + mode + "'");
                    yield Optional.empty();
                }
            };
        } catch (IllegalArgumentException e) {
            problems.add(equal, String.valueOf(e.getMessage()));
            return Optional.empty();
        }
    }

    private static ResponseId response(XmlElement element) {
        return new ResponseId(element.attribute("response-identifier").orElse(""));
    }

    private String declared(XmlElement interaction, String attribute) {
        XmlElement declaration =
                declarations.get(interaction.attribute("response-identifier").orElse(""));
        if (declaration == null) {
            throw new IllegalArgumentException("there is no 'qti-response-declaration' for its response");
        }
        return declaration.attribute(attribute).orElse("");
    }

    private void require(XmlElement element, boolean holds, String what) {
        if (!holds) {
            problems.add(element, what);
        }
    }

    private static int whole(XmlElement element, String attribute, int otherwise) {
        String text = element.attribute(attribute).orElse(String.valueOf(otherwise));
        try {
            return Integer.parseInt(text);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(attribute + " must be a whole number, but is '" + text + "'", e);
        }
    }

    private static String firstWords(String text) {
        if (text.length() <= FIRST_WORDS) {
            return text;
        }
        int space = text.lastIndexOf(' ', FIRST_WORDS);
        return text.substring(0, space > 0 ? space : FIRST_WORDS) + "…";
    }
}
