package dauntingledger.app.papers;

import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.app.papers.PaperText.Stimulus;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.OnPaper;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.OutcomeVariable;
import dauntingledger.rulebook.scoring.PartScoring;
import dauntingledger.rulebook.scoring.ResponseKey;
import dauntingledger.rulebook.scoring.Rule;
import dauntingledger.rulebook.scoring.Template;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Reads one {@code qti-assessment-item} of QTI 3.0: what is asked, what is shown, and what makes an answer right. */
final class ItemReader {

    private static final int FIRST_WORDS = 90;
    private static final Set<String> NO_WORDS = Set.of(
            "svg",
            "table",
            "math",
            "qti-simple-choice",
            "qti-gap-text",
            "qti-simple-match-set",
            "qti-inline-choice",
            "qti-simple-associable-choice",
            "dl:grid",
            "dl:track",
            "dl:chart");
    private static final Set<String> NOT_SUPPORTED = Set.of("qti-template-block", "qti-template-inline");
    private static final Set<String> LEFT_OUT =
            Set.of("qti-catalog-info", "qti-companion-materials-info", "qti-context-declaration", "qti-stylesheet");

    private final ItemId id;
    private final XmlElement root;
    private final MarkupWriter plain;
    private final PackageFiles files;
    private final Problems problems;
    private final Function<String, Optional<XmlElement>> documents;
    private final Pictures pictures;
    private final Map<ResponseId, XmlElement> declarations = new LinkedHashMap<>();

    /**
     * @param markup writes texts
     * @param documents reads a file of the package by its path, noting a problem if it is missing
     */
    ItemReader(
            String id,
            XmlElement root,
            MarkupWriter markup,
            PackageFiles files,
            Problems problems,
            Function<String, Optional<XmlElement>> documents) {
        this.id = new ItemId(id);
        this.root = Printed.marked(root, problems);
        this.plain = markup;
        this.files = files;
        this.problems = problems;
        this.documents = documents;
        this.pictures = new Pictures(id);
    }

    /** What an item comes to, besides its marks. */
    record Read(
            List<Interaction> interactions,
            Item.Credit credit,
            ItemKey key,
            Optional<MarkingScheme> scheme,
            ItemText text,
            List<Feedback> feedback) {}

    Optional<Read> read() {
        if (!root.name().equals("qti-assessment-item")) {
            problems.add(root, "an item must begin with 'qti-assessment-item', but begins with '" + root.name() + "'");
            return Optional.empty();
        }
        Optional<XmlElement> body = root.element("qti-item-body");
        if (body.isEmpty()) {
            problems.add(root, "the item has no 'qti-item-body'");
            return Optional.empty();
        }
        look();
        root.elements("qti-response-declaration")
                .forEach(declaration -> problems.attempt(declaration, () -> {
                    declarations.put(new ResponseId(Attributes.required(declaration, "identifier")), declaration);
                    return true;
                }));
        Responses responses = new Responses(declarations);
        int before = problems.count();
        List<Stimulus> stimuli = root.elements("qti-assessment-stimulus-ref")
                .flatMap(ref -> stimulus(ref).stream())
                .toList();
        List<Part> parts = new InteractionReader(plain, pictures, files, problems, responses).body(body.get());
        List<Interaction> interactions = responses.interactions();
        if (problems.count() == before && interactions.stream().allMatch(Play.class::isInstance)) {
            problems.add(body.get(), "the item has no interaction that takes a response");
        }
        Optional<ItemKey> key = key(interactions);
        String words = body.get().text(inner -> !NO_WORDS.contains(inner.name()));
        return key.map(judged -> new Read(
                interactions,
                credit(judged, interactions),
                judged,
                scheme(judged),
                new ItemText(firstWords(words), stimuli, parts, pictures.media()),
                feedback(judged)));
    }

    /** What a person marks by; where the author gives nothing, whole marks up to the most. */
    private Optional<MarkingScheme> scheme(ItemKey judged) {
        if (judged.judge() != ItemKey.Judge.PERSON) {
            root.element("dl:scheme")
                    .ifPresent(unused ->
                            problems.note(unused, "'dl:scheme' is left out: rules mark this item, and no person"));
            return Optional.empty();
        }
        return problems.attempt(root, () -> SchemeReader.scheme(root))
                .map(given -> given.orElseGet(() -> MarkingScheme.plain(judged.most())))
                .map(scheme -> {
                    scheme.findings(judged.most()).forEach(finding -> problems.add(root, "the scheme: " + finding));
                    return scheme;
                });
    }

    /** Names what is not supported, and what is left out. */
    private void look() {
        if (root.attribute("adaptive").filter("true"::equals).isPresent()) {
            problems.add(root, "adaptive items are not supported");
        }
        root.descendants()
                .filter(element -> NOT_SUPPORTED.contains(element.name()))
                .forEach(element -> problems.add(element, "'" + element.name() + "' is not supported"));
        root.elements().forEach(element -> {
            if (LEFT_OUT.contains(element.name())) {
                problems.note(element, "'" + element.name() + "' is left out");
            }
        });
    }

    /** What is said to an answer is for afterwards, wherever in the item it stands. */
    private List<Feedback> feedback(ItemKey judged) {
        List<Feedback> feedback = new ArrayList<>();
        root.descendants()
                .filter(element -> MarkupWriter.FEEDBACK.contains(element.name()))
                .forEach(element -> problems.run(element, () -> {
                    String outcome = Attributes.required(element, "outcome-identifier");
                    if (!judged.outcomes().containsKey(outcome)) {
                        throw new IllegalArgumentException("there is no outcome '" + outcome + "'");
                    }
                    XmlElement content = element.element("qti-content-body").orElse(element);
                    feedback.add(new Feedback(
                            outcome,
                            Attributes.required(element, "identifier"),
                            !element.attribute("show-hide").orElse("show").equals("hide"),
                            plain.inside(content)));
                }));
        return feedback;
    }

    private Optional<Stimulus> stimulus(XmlElement ref) {
        String path = PackageFiles.resolve(ref.file(), ref.attribute("href").orElse(""));
        return documents.apply(path).flatMap(document -> {
            Optional<XmlElement> body = document.element("qti-stimulus-body");
            if (body.isEmpty()) {
                problems.add(document, "a stimulus must hold a 'qti-stimulus-body'");
            }
            MarkupWriter writer = plain.inQuestion(pictures, (out, element) -> false);
            return body.map(text -> new Stimulus(
                    document.attribute("identifier").orElse(""),
                    document.attribute("title").orElse(""),
                    writer.inside(text)));
        });
    }

    private Optional<ItemKey> key(List<Interaction> interactions) {
        Map<ResponseId, ResponseKey> responses = new LinkedHashMap<>();
        declarations.forEach((id, declaration) -> problems.attempt(
                        declaration,
                        () -> DeclarationReader.response(
                                declaration,
                                interactions.stream()
                                        .filter(one -> one.response().equals(id))
                                        .findFirst()))
                .ifPresent(key -> responses.put(id, key)));
        Map<String, OutcomeVariable> outcomes = new LinkedHashMap<>();
        outcomes.put(ItemKey.SCORE, OutcomeVariable.NUMBER);
        root.elements("qti-outcome-declaration")
                .forEach(declaration -> problems.attempt(declaration, () -> DeclarationReader.outcome(declaration))
                        .ifPresent(outcome ->
                                outcomes.put(declaration.attribute("identifier").orElse(""), outcome)));
        Template template = TemplateReader.read(root, responses, problems);
        return problems.attempt(root, () -> {
            if (isForPerson(interactions)) {
                return new ItemKey(responses, outcomes, List.of(), ItemKey.Judge.PERSON, template);
            }
            ItemKey unjudged = new ItemKey(responses, outcomes, List.of(), ItemKey.Judge.RULES, template);
            List<Rule> rules = rules(unjudged);
            return new ItemKey(responses, outcomes, rules, ItemKey.Judge.RULES, template);
        });
    }

    /** A marker judges where the score is declared to be so, and where nothing else judges a text or a booklet. */
    private boolean isForPerson(List<Interaction> interactions) {
        boolean declared = root.elements("qti-outcome-declaration")
                .filter(outcome -> outcome.attribute("identifier").orElse("").equals(ItemKey.SCORE))
                .anyMatch(DeclarationReader::isForPerson);
        boolean unjudged = root.element("qti-response-processing").isEmpty()
                && interactions.stream()
                        .anyMatch(interaction -> interaction instanceof ExtendedText || interaction instanceof OnPaper);
        return declared || unjudged;
    }

    /** What a template makes correct counts as declared. */
    private List<Rule> rules(ItemKey unjudged) {
        Optional<XmlElement> processing = root.element("qti-response-processing");
        if (processing.isEmpty()) {
            problems.add(root, "the item has no 'qti-response-processing', so it cannot be marked");
        }
        return processing
                .map(element -> new ProcessingReader(
                                unjudged.drawn(id, 1).responses(),
                                unjudged.outcomes(),
                                unjudged.template().variables(),
                                problems)
                        .read(element))
                .orElse(List.of());
    }

    /**
     * One answer that is either right or not earns all or nothing: it is compared by a template, or one condition sets
     * the score. Everything else can earn parts.
     */
    private Item.Credit credit(ItemKey key, List<Interaction> interactions) {
        if (key.judge() == ItemKey.Judge.PERSON) {
            return Item.Credit.JUDGED;
        }
        long asked = interactions.stream().filter(Interaction::isAsked).count();
        boolean inParts = key.responses().values().stream()
                .flatMap(response -> response.measures().stream())
                .anyMatch(measure -> !(measure instanceof PartScoring partScoring)
                        || partScoring.credit() != PartScoring.Credit.WHOLE);
        boolean oneScore = root.element("qti-response-processing").stream()
                        .flatMap(XmlElement::descendants)
                        .filter(element -> element.name().equals("qti-set-outcome-value"))
                        .count()
                <= 1;
        return asked == 1 && !inParts && oneScore ? Item.Credit.WHOLE : Item.Credit.PARTS;
    }

    private static String firstWords(String text) {
        if (text.length() <= FIRST_WORDS) {
            return text;
        }
        int end = text.lastIndexOf(' ', FIRST_WORDS);
        return text.substring(0, end < 0 ? FIRST_WORDS : end) + " …";
    }
}
