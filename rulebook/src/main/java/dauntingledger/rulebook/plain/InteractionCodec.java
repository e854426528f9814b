package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Construction;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Grid;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.OnPaper;
import dauntingledger.rulebook.response.Order;
import dauntingledger.rulebook.response.Pairing;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.Points;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Shuffle;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.response.Track;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Interactions as plain values. */
final class InteractionCodec {

    private InteractionCodec() {}

    static Map<String, Object> toPlain(Interaction interaction) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("response", interaction.response().value());
        switch (interaction) {
            case Choice choice -> {
                plain.put("kind", "choice");
                plain.put("form", PlainNames.name(choice.form()));
                plain.put("choices", ids(choice.choices()));
                plain.put("least", choice.minChoices());
                plain.put("most", choice.maxChoices());
                plain.put("expected", choice.expected());
                shuffle(choice.order(), plain);
            }
            case TextEntry entry -> {
                plain.put("kind", "text");
                plain.put("maxLength", entry.maxLength());
                plain.put("reading", reading(entry.reading()));
            }
            case ExtendedText text -> {
                plain.put("kind", "extended-text");
                plain.put("format", PlainNames.name(text.format()));
                plain.put("leastWords", text.leastWords());
                plain.put("mostWords", text.mostWords());
                plain.put("maxLength", text.maxLength());
            }
            case Order order -> {
                plain.put("kind", "order");
                plain.put("onPicture", order.onPicture());
                plain.put("choices", ids(order.choices()));
                plain.put("least", order.minChoices());
                plain.put("most", order.maxChoices());
                shuffle(order.order(), plain);
            }
            case Pairing pairing -> {
                plain.put("kind", "pairing");
                plain.put("form", PlainNames.name(pairing.form()));
                plain.put("ones", sides(pairing.ones()));
                plain.put("others", sides(pairing.others()));
                plain.put("least", pairing.least());
                plain.put("most", pairing.most());
                shuffle(pairing.order(), plain);
            }
            case Points points -> {
                plain.put("kind", "points");
                plain.put("width", points.width());
                plain.put("height", points.height());
                plain.put("least", points.minChoices());
                plain.put("most", points.maxChoices());
            }
            case Grid grid -> grid(grid, plain);
            case Track track -> {
                plain.put("kind", "track");
                plain.put("symbols", ids(track.symbols()));
                plain.put("length", track.length().toString());
                plain.put("step", track.step().toString());
                plain.put("least", track.least());
                plain.put("most", track.most());
            }
            case Construction construction -> {
                plain.put("kind", "construction");
                plain.put("width", construction.width());
                plain.put("height", construction.height());
                plain.put("least", construction.least());
            }
            case Play play -> {
                plain.put("kind", "play");
                plain.put("most", play.most());
            }
            case OnPaper paper -> plain.put("kind", "on-paper");
        }
        return plain;
    }

    static Interaction fromPlain(Members from) {
        ResponseId response = from.read("response", ResponseId::new);
        String kind = from.text("kind");
        return switch (kind) {
            case "choice" ->
                new Choice(
                        response,
                        PlainNames.read(from, "form", Choice.Form.values()),
                        ids(from, "choices"),
                        from.count("least"),
                        from.count("most"),
                        from.count("expected"),
                        shuffle(from));
            case "text" -> new TextEntry(response, from.count("maxLength"), reading(from.object("reading")));
            case "extended-text" ->
                new ExtendedText(
                        response,
                        PlainNames.read(from, "format", ExtendedText.Format.values()),
                        from.count("leastWords"),
                        from.count("mostWords"),
                        from.count("maxLength"));
            case "order" ->
                new Order(
                        response,
                        from.truth("onPicture"),
                        ids(from, "choices"),
                        from.count("least"),
                        from.count("most"),
                        shuffle(from));
            case "pairing" ->
                new Pairing(
                        response,
                        PlainNames.read(from, "form", Pairing.Form.values()),
                        from.list("ones", InteractionCodec::side),
                        from.list("others", InteractionCodec::side),
                        from.count("least"),
                        from.count("most"),
                        shuffle(from));
            case "points" ->
                new Points(
                        response, from.count("width"), from.count("height"), from.count("least"), from.count("most"));
            case "grid" ->
                new Grid(
                        response,
                        from.list("cells", InteractionCodec::cell),
                        from.list("sums", sum -> new Grid.Sum(sum.read("id", ChoiceId::new), ids(sum, "of"))));
            case "track" ->
                new Track(
                        response,
                        ids(from, "symbols"),
                        from.rational("length"),
                        from.rational("step"),
                        from.count("least"),
                        from.count("most"));
            case "construction" ->
                new Construction(response, from.count("width"), from.count("height"), from.count("least"));
            case "play" -> new Play(response, from.count("most"));
            case "on-paper" -> new OnPaper(response);
            default -> throw new MalformedDataException("kind: there is no kind of interaction '" + kind + "'");
        };
    }

    private static void grid(Grid grid, Map<String, Object> plain) {
        plain.put("kind", "grid");
        plain.put(
                "cells",
                grid.cells().stream()
                        .map(cell -> Map.of(
                                "id", cell.id().value(),
                                "reading", reading(cell.reading()),
                                "maxLength", cell.maxLength(),
                                "given", cell.given()))
                        .toList());
        plain.put(
                "sums",
                grid.sums().stream()
                        .map(sum -> Map.of("id", sum.id().value(), "of", ids(sum.of())))
                        .toList());
    }

    private static Grid.Cell cell(Members from) {
        return new Grid.Cell(
                from.read("id", ChoiceId::new),
                reading(from.object("reading")),
                from.count("maxLength"),
                from.text("given"));
    }

    private static List<Object> sides(List<Pairing.Side> sides) {
        return sides.stream()
                .<Object>map(side -> Map.of(
                        "choice", side.choice().value(),
                        "least", side.least(),
                        "most", side.most()))
                .toList();
    }

    private static Pairing.Side side(Members from) {
        return new Pairing.Side(from.read("choice", ChoiceId::new), from.count("least"), from.count("most"));
    }

    private static Map<String, Object> reading(Reading reading) {
        return switch (reading) {
            case Reading.AsNumber number -> {
                Map<String, Object> units = new LinkedHashMap<>();
                number.units().keySet().stream()
                        .sorted()
                        .forEach(unit ->
                                units.put(unit, String.valueOf(number.units().get(unit))));
                yield Map.of(
                        "as", "number",
                        "units", units.keySet().stream().toList(),
                        "worths", units.values().stream().toList(),
                        "leastFigures", number.leastFigures(),
                        "mostFigures", number.mostFigures());
            }
            case Reading.AsWords words ->
                Map.of(
                        "as",
                        "words",
                        "ignores",
                        words.ignores().stream().map(PlainNames::name).sorted().toList());
        };
    }

    private static Reading reading(Members from) {
        String as = from.text("as");
        return switch (as) {
            case "number" -> {
                List<String> names = from.texts("units");
                List<String> worths = from.texts("worths");
                Map<String, Rational> units = new LinkedHashMap<>();
                for (int i = 0; i < Math.min(names.size(), worths.size()); i++) {
                    units.put(names.get(i), Rational.parse(worths.get(i)));
                }
                yield new Reading.AsNumber(units, from.count("leastFigures"), from.count("mostFigures"));
            }
            case "words" ->
                new Reading.AsWords(Set.copyOf(PlainNames.readAll(from, "ignores", Reading.Difference.values())));
            default -> throw new MalformedDataException("as: expected number or words, but found '" + as + "'");
        };
    }

    private static void shuffle(Shuffle shuffle, Map<String, Object> plain) {
        plain.put("shuffled", shuffle.on());
        plain.put("fixed", ids(shuffle.fixed()).stream().sorted().toList());
    }

    private static Shuffle shuffle(Members from) {
        return new Shuffle(from.truth("shuffled"), Set.copyOf(ids(from, "fixed")));
    }

    private static List<String> ids(Collection<ChoiceId> choices) {
        return choices.stream().map(ChoiceId::value).toList();
    }

    private static List<ChoiceId> ids(Members from, String name) {
        return from.texts(name).stream().map(ChoiceId::new).toList();
    }
}
