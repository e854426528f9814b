package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.whole;

import dauntingledger.app.papers.PaperText.Area;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Pairing;
import dauntingledger.rulebook.response.Points;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Shuffle;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Reads the interactions that are answered on a picture. */
final class PictureReader {

    private static final Set<String> PICTURES = Set.of("img", "object");

    private final MarkupWriter markup;
    private final Responses responses;

    PictureReader(MarkupWriter markup, Responses responses) {
        this.markup = markup;
        this.responses = responses;
    }

    /** Returns what is asked on a picture, and adds the part that shows it. */
    Interaction read(XmlElement element, ResponseId response, List<Part> parts) {
        if (element.name().equals("qti-position-object-interaction")) {
            throw new IllegalArgumentException("it must stand in a 'qti-position-object-stage'");
        }
        MarkupWriter.Figure figure = figure(element);
        return switch (element.name()) {
            case "qti-hotspot-interaction" -> {
                List<Area> areas = areas(element, "qti-hotspot-choice");
                List<ChoiceId> choices = areas.stream().map(Area::choice).toList();
                int most = CardReader.most(whole(element, "max-choices", "1"), choices.size());
                int least = Math.max(1, whole(element, "min-choices", "0"));
                Choice choice = new Choice(response, Choice.Form.AREAS, choices, least, most, 0, Shuffle.NONE);
                parts.add(picture(choice.response(), Part.Picture.Way.CHOOSE, most == 1, figure, areas, ""));
                yield choice;
            }
            case "qti-graphic-order-interaction" -> {
                List<Area> areas = areas(element, "qti-hotspot-choice");
                List<ChoiceId> choices = areas.stream().map(Area::choice).toList();
                parts.add(picture(response, Part.Picture.Way.ORDER, false, figure, areas, ""));
                yield CardReader.order(element, response, true, choices, Shuffle.NONE);
            }
            case "qti-select-point-interaction" -> points(element, response, figure, "", parts);
            default -> gaps(element, response, figure, parts);
        };
    }

    private Interaction points(
            XmlElement element, ResponseId response, MarkupWriter.Figure figure, String card, List<Part> parts) {
        int most = whole(element, "max-choices", "1");
        int places = most == 0 ? Points.MOST : most;
        parts.add(picture(response, Part.Picture.Way.POINT, places == 1, figure, List.of(), card));
        return new Points(
                response, figure.width(), figure.height(), Math.max(1, whole(element, "min-choices", "0")), places);
    }

    private Interaction gaps(XmlElement element, ResponseId response, MarkupWriter.Figure figure, List<Part> parts) {
        List<XmlElement> cards = CardReader.gapCards(element);
        List<Area> areas = areas(element, "qti-associable-hotspot");
        List<Pairing.Side> places = element.elements("qti-associable-hotspot")
                .map(place -> new Pairing.Side(
                        new ChoiceId(required(place, "identifier")), 0, whole(place, "match-max", "1")))
                .toList();
        Pairing pairing = CardReader.gapPairing(element, response, Pairing.Form.PICTURE_GAPS, cards, places);
        parts.add(new Part.Pairs(
                response,
                pairing.form(),
                CardReader.options(cards, markup),
                List.of(),
                figure.html(),
                areas,
                figure.width(),
                figure.height()));
        return pairing;
    }

    /** Things to be laid on one picture, each for itself. */
    List<Interaction> stage(XmlElement stage, List<Part> parts) {
        MarkupWriter.Figure figure = figure(stage);
        List<Interaction> read = new ArrayList<>();
        for (XmlElement element :
                stage.elements("qti-position-object-interaction").toList()) {
            element.element("qti-prompt")
                    .ifPresent(prompt -> parts.add(new Part.Html("<p>" + markup.inside(prompt) + "</p>")));
            String card = shown(element).map(one -> markup.figure(one).html()).orElse("");
            read.add(points(element, responses.of(element), figure, card, parts));
        }
        if (read.isEmpty()) {
            throw new IllegalArgumentException("it holds no 'qti-position-object-interaction'");
        }
        return read;
    }

    private static Part.Picture picture(
            ResponseId response,
            Part.Picture.Way way,
            boolean single,
            MarkupWriter.Figure figure,
            List<Area> areas,
            String card) {
        return new Part.Picture(response, way, single, figure.html(), figure.width(), figure.height(), areas, card);
    }

    private MarkupWriter.Figure figure(XmlElement element) {
        MarkupWriter.Figure figure = markup.figure(shown(element)
                .orElseThrow(() -> new IllegalArgumentException("it needs a picture ('img' or 'object')")));
        if (figure.width() == 0 || figure.height() == 0) {
            throw new IllegalArgumentException("its picture needs a width and a height");
        }
        return figure;
    }

    private static Optional<XmlElement> shown(XmlElement element) {
        return element.elements()
                .filter(inner -> PICTURES.contains(inner.name()))
                .findFirst();
    }

    private static List<Area> areas(XmlElement element, String name) {
        List<Area> areas = new ArrayList<>();
        for (XmlElement area : element.elements(name).toList()) {
            DeclarationReader.region(area);
            areas.add(new Area(
                    new ChoiceId(required(area, "identifier")),
                    Choice.letter(areas.size()),
                    required(area, "shape"),
                    area.attribute("coords").orElse(""),
                    area.attribute("hotspot-label")
                            .or(() -> area.attribute("aria-label"))
                            .orElse("")));
        }
        return areas;
    }
}
