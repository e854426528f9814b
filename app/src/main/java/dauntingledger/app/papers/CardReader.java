package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.isTrue;
import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.whole;

import dauntingledger.app.papers.PaperText.Option;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Order;
import dauntingledger.rulebook.response.Pairing;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Shuffle;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Reads the interactions whose options are listed: chosen, put in order, brought together. */
final class CardReader {

    private final MarkupWriter markup;

    CardReader(MarkupWriter markup) {
        this.markup = markup;
    }

    /** Returns what is asked with a list of options, and adds the part that shows it. */
    Interaction read(XmlElement element, ResponseId response, List<Part> parts) {
        return switch (element.name()) {
            case "qti-choice-interaction" -> choice(element, response, parts);
            case "qti-order-interaction" -> order(element, response, parts);
            case "qti-associate-interaction" -> associate(element, response, parts);
            case "qti-match-interaction" -> match(element, response, parts);
            default -> gapMatch(element, response, parts);
        };
    }

    private Interaction choice(XmlElement element, ResponseId response, List<Part> parts) {
        List<Option> options = options(element.elements("qti-simple-choice").toList());
        List<ChoiceId> choices = options.stream().map(Option::choice).toList();
        int most = most(whole(element, "max-choices", "1"), choices.size());
        int least = Math.max(1, whole(element, "min-choices", "0"));
        int expected = whole(element, "dl:expected", "0");
        Choice choice = new Choice(
                response,
                Choice.Form.LIST,
                choices,
                least,
                most,
                expected,
                shuffle(element, element.elements("qti-simple-choice").toList()));
        parts.add(new Part.Options(choice.response(), choice.isSingle(), expected, options));
        return choice;
    }

    private Interaction order(XmlElement element, ResponseId response, List<Part> parts) {
        List<XmlElement> elements = element.elements("qti-simple-choice").toList();
        List<Option> options = options(elements);
        parts.add(new Part.Sequence(response, options));
        return order(
                element, response, false, options.stream().map(Option::choice).toList(), shuffle(element, elements));
    }

    static Order order(
            XmlElement element, ResponseId response, boolean onPicture, List<ChoiceId> choices, Shuffle shuffle) {
        int most = most(whole(element, "max-choices", "0"), choices.size());
        int least = whole(element, "min-choices", "0");
        return new Order(response, onPicture, choices, least == 0 ? most : least, most, shuffle);
    }

    private Interaction associate(XmlElement element, ResponseId response, List<Part> parts) {
        List<XmlElement> cards =
                element.elements("qti-simple-associable-choice").toList();
        List<Pairing.Side> sides = sides(cards);
        int most = whole(element, "max-associations", "1");
        int asked = whole(element, "min-associations", "0");
        int least = asked > 0 ? asked : most > 0 ? most : Math.max(1, cards.size() / 2);
        Pairing pairing =
                new Pairing(response, Pairing.Form.ASSOCIATE, sides, sides, least, most, shuffle(element, cards));
        List<Option> options = options(cards);
        parts.add(pairs(pairing, options, options, ""));
        return pairing;
    }

    private Interaction match(XmlElement element, ResponseId response, List<Part> parts) {
        List<XmlElement> sets = element.elements("qti-simple-match-set").toList();
        if (sets.size() != 2) {
            throw new IllegalArgumentException("a match needs two sets, but has " + sets.size());
        }
        List<XmlElement> ones =
                sets.get(0).elements("qti-simple-associable-choice").toList();
        List<XmlElement> others =
                sets.get(1).elements("qti-simple-associable-choice").toList();
        int most = whole(element, "max-associations", "1");
        int asked = whole(element, "min-associations", "0");
        int least = asked > 0 ? asked : most > 0 ? Math.min(most, ones.size()) : ones.size();
        Pairing pairing = new Pairing(
                response,
                Pairing.Form.MATCH,
                sides(ones),
                sides(others),
                Math.max(1, least),
                most,
                shuffle(element, ones));
        parts.add(pairs(pairing, options(ones), options(others), ""));
        return pairing;
    }

    private Interaction gapMatch(XmlElement element, ResponseId response, List<Part> parts) {
        List<XmlElement> cards = gapCards(element);
        List<XmlElement> gaps = element.descendants()
                .filter(inner -> inner.name().equals("qti-gap"))
                .toList();
        List<Pairing.Side> places = gaps.stream()
                .map(gap -> new Pairing.Side(new ChoiceId(required(gap, "identifier")), 0, 1))
                .toList();
        Pairing pairing = gapPairing(element, response, Pairing.Form.GAPS, cards, places);
        StringBuilder html = new StringBuilder();
        element.elements()
                .filter(inner -> !cards.contains(inner) && !inner.name().equals("qti-prompt"))
                .forEach(inner -> html.append(markup.write(inner)));
        parts.add(pairs(pairing, options(cards), List.of(), html.toString()));
        return pairing;
    }

    static List<XmlElement> gapCards(XmlElement element) {
        return element.elements()
                .filter(inner ->
                        inner.name().equals("qti-gap-text") || inner.name().equals("qti-gap-img"))
                .toList();
    }

    static Pairing gapPairing(
            XmlElement element,
            ResponseId response,
            Pairing.Form form,
            List<XmlElement> cards,
            List<Pairing.Side> places) {
        int most = whole(element, "max-associations", "0");
        int asked = whole(element, "min-associations", "0");
        int least = asked > 0 ? asked : most > 0 ? Math.min(most, places.size()) : places.size();
        return new Pairing(response, form, sides(cards), places, Math.max(1, least), most, shuffle(element, cards));
    }

    private static Part.Pairs pairs(Pairing pairing, List<Option> ones, List<Option> others, String html) {
        return new Part.Pairs(pairing.response(), pairing.form(), ones, others, html, List.of(), 0, 0);
    }

    private static List<Pairing.Side> sides(List<XmlElement> elements) {
        return elements.stream()
                .map(element -> new Pairing.Side(
                        new ChoiceId(required(element, "identifier")),
                        whole(element, "match-min", "0"),
                        whole(element, "match-max", "1")))
                .toList();
    }

    private List<Option> options(List<XmlElement> elements) {
        return options(elements, markup);
    }

    static List<Option> options(List<XmlElement> elements, MarkupWriter markup) {
        List<Option> options = new ArrayList<>();
        for (XmlElement element : elements) {
            options.add(new Option(
                    new ChoiceId(required(element, "identifier")),
                    Choice.letter(options.size()),
                    markup.inside(element)));
        }
        return options;
    }

    static Shuffle shuffle(XmlElement element, List<XmlElement> options) {
        Set<ChoiceId> fixed = new HashSet<>();
        options.stream()
                .filter(option -> isTrue(option, "fixed"))
                .forEach(option -> fixed.add(new ChoiceId(required(option, "identifier"))));
        return isTrue(element, "shuffle") ? new Shuffle(true, fixed) : Shuffle.NONE;
    }

    /** Returns how many can be chosen where the standard's 0 says any number. */
    static int most(int asked, int offered) {
        return asked == 0 ? offered : asked;
    }
}
