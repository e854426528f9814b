package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.whole;

import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.OnPaper;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.ResponseId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Reads the body of an item: its running text, and the interactions in and between it. */
final class InteractionReader {

    /*
     * The body becomes a row of parts. An interaction that stands on its own is a part; an element that holds such an
     * interaction is opened up, and what is beside the interaction becomes parts too. Everything else is running text,
     * in which boxes, gaps and words to choose are written as they stand.
     */

    private static final Set<String> ON_ITS_OWN = Set.of(
            "qti-choice-interaction",
            "qti-order-interaction",
            "qti-associate-interaction",
            "qti-match-interaction",
            "qti-gap-match-interaction",
            "qti-hottext-interaction",
            "qti-extended-text-interaction",
            "qti-hotspot-interaction",
            "qti-select-point-interaction",
            "qti-graphic-order-interaction",
            "qti-graphic-gap-match-interaction",
            "qti-position-object-stage",
            "qti-position-object-interaction",
            "qti-media-interaction",
            "dl:grid",
            "dl:track",
            "dl:chart",
            "dl:on-paper");
    private static final Set<String> OPENED_UP = Set.of(
            "div",
            "section",
            "article",
            "qti-content-body",
            "blockquote",
            "figure",
            "header",
            "footer",
            "p",
            "qti-rubric-block");
    private static final Set<String> LISTED = Set.of(
            "qti-choice-interaction",
            "qti-order-interaction",
            "qti-associate-interaction",
            "qti-match-interaction",
            "qti-gap-match-interaction");

    private static final String USUAL_LINES = "12";
    private static final int MOST_LINES = 200;

    private final Pictures pictures;
    private final PackageFiles files;
    private final Problems problems;
    private final Responses responses;
    private final MarkupWriter markup;
    private final TextReader texts;
    private final CardReader cards;
    private final PictureReader onPictures;
    private final ExtensionReader extensions;

    InteractionReader(
            MarkupWriter plain, Pictures pictures, PackageFiles files, Problems problems, Responses responses) {
        this.pictures = pictures;
        this.files = files;
        this.problems = problems;
        this.responses = responses;
        this.texts = new TextReader(plain, pictures, responses, problems);
        this.markup = texts.markup();
        this.cards = new CardReader(markup);
        this.onPictures = new PictureReader(markup, responses);
        this.extensions = new ExtensionReader(markup);
    }

    List<Part> body(XmlElement body) {
        List<Part> parts = new ArrayList<>();
        inside(body, parts);
        return parts;
    }

    private void inside(XmlElement element, List<Part> parts) {
        for (Object child : element.children()) {
            switch (child) {
                case XmlElement inner -> part(inner, parts);
                case String text when !text.isBlank() -> parts.add(new Part.Html("<p>" + markup.text(text) + "</p>"));
                default -> {}
            }
        }
    }

    private void part(XmlElement element, List<Part> parts) {
        Predicate<String> unsupported =
                name -> name.startsWith("qti-") && name.endsWith("-interaction") && !isSupported(name);
        if (isHidden(element)) {
            return;
        }
        if (ON_ITS_OWN.contains(element.name())) {
            problems.run(element, () -> onItsOwn(element, parts));
        } else if (unsupported.test(element.name())) {
            problems.add(element, "'" + element.name() + "' is not supported");
        } else if (element.holds(name -> ON_ITS_OWN.contains(name) || unsupported.test(name))) {
            if (OPENED_UP.contains(element.name())) {
                inside(element, parts);
            } else {
                problems.add(
                        element, "an interaction that stands on its own cannot stand in '" + element.name() + "' here");
            }
        } else if (element.name().equals("qti-prompt")) {
            parts.add(new Part.Html("<p>" + markup.inside(element) + "</p>"));
        } else {
            parts.add(new Part.Html(markup.write(element)));
        }
    }

    /** A block of rubric is for those whose view it is; feedback is for afterwards. */
    private static boolean isHidden(XmlElement element) {
        boolean rubric = element.name().equals("qti-rubric-block") && !MarkupWriter.isForCandidate(element);
        return rubric || MarkupWriter.FEEDBACK.contains(element.name());
    }

    private static boolean isSupported(String name) {
        return ON_ITS_OWN.contains(name)
                || name.equals("qti-text-entry-interaction")
                || name.equals("qti-inline-choice-interaction");
    }

    private void onItsOwn(XmlElement element, List<Part> parts) {
        element.element("qti-prompt")
                .ifPresent(prompt -> parts.add(new Part.Html("<p>" + markup.inside(prompt) + "</p>")));
        if (element.name().equals("qti-position-object-stage")) {
            onPictures.stage(element, parts).forEach(responses::add);
        } else {
            responses.add(read(element, responses.of(element), parts));
        }
    }

    private Interaction read(XmlElement element, ResponseId response, List<Part> parts) {
        if (LISTED.contains(element.name())) {
            return cards.read(element, response, parts);
        }
        return switch (element.name()) {
            case "qti-hottext-interaction" -> texts.hottext(element, response, parts);
            case "qti-extended-text-interaction" -> texts.extendedText(element, response, parts);
            case "qti-media-interaction" -> media(element, response, parts);
            case "dl:on-paper" -> {
                parts.add(new Part.Booklet(
                        response,
                        element.attribute("title").orElse(""),
                        Math.min(whole(element, "lines", USUAL_LINES), MOST_LINES)));
                yield new OnPaper(response);
            }
            case "dl:grid" -> extensions.grid(element, response, parts);
            case "dl:track" -> extensions.ruledLine(element, response, parts);
            case "dl:chart" -> extensions.chart(element, response, parts);
            default -> onPictures.read(element, response, parts);
        };
    }

    private Interaction media(XmlElement element, ResponseId response, List<Part> parts) {
        XmlElement inner = element.elements()
                .filter(one -> Set.of("audio", "video", "object").contains(one.name()))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("it needs an 'audio' or a 'video'"));
        String source = inner.attribute("src")
                .or(() -> inner.attribute("data"))
                .or(() -> inner.element("source").flatMap(one -> one.attribute("src")))
                .orElse("");
        String path = PackageFiles.resolve(inner.file(), source);
        Optional<String> type = Pictures.type(path).filter(one -> one.startsWith("audio/") || one.startsWith("video/"));
        Optional<byte[]> file = files.file(path);
        if (type.isEmpty() || file.isEmpty()) {
            throw new IllegalArgumentException(
                    file.isEmpty()
                            ? "the package has no file '" + path + "'"
                            : "a sound or film ends in .ogg, .opus, .mp3, .wav, .webm or .mp4, unlike '" + path + "'");
        }
        Play play = new Play(response, whole(element, "max-plays", "0"));
        String transcript = element.element("dl:transcript").map(markup::inside).orElse("");
        parts.add(new Part.Playing(
                play.response(),
                pictures.keep(type.get(), file.get()),
                type.get().startsWith("video/"),
                play.most() > 0,
                transcript));
        return play;
    }
}
