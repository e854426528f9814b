package dauntingledger.app.office;

import dauntingledger.app.ledger.Terms;
import dauntingledger.app.signin.Display;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.StageId;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The form of accommodations as it was filled in; texts, because what was typed wrong is shown again.
 *
 * @param factor the factor of every clock: {@code 1.25}, {@code 1,5} or {@code 5/4}
 * @param boxes factors for single clocks by time box, empty where the common one holds
 * @param longer minutes added to each break
 * @param extra minutes of an extra break by block, empty for none
 */
record GrantForm(
        String factor,
        Map<String, String> boxes,
        String longer,
        Map<String, String> extra,
        Boolean stops,
        String aids,
        String theme,
        String text) {

    static final List<String> THEMES = withNone(Display.THEMES);
    static final List<String> SIZES = withNone(Display.SIZES);
    private static final int MOST_MINUTES = 240;
    private static final int MOST_AIDS = 2_000;

    /** A browser leaves out what is not there: a box that is not ticked, a field for a box the paper has not. */
    GrantForm {
        factor = factor == null ? "1" : factor;
        boxes = boxes == null ? Map.of() : boxes;
        longer = longer == null ? "0" : longer;
        extra = extra == null ? Map.of() : extra;
        stops = Boolean.TRUE.equals(stops);
        aids = aids == null ? "" : aids;
        theme = theme == null ? "" : theme;
        text = text == null ? "" : text;
    }

    private static List<String> withNone(List<String> choices) {
        return Stream.concat(Stream.of(""), choices.stream()).toList();
    }

    static GrantForm of(Accommodations granted, Terms.Display display) {
        Map<String, String> boxes = new LinkedHashMap<>();
        granted.factors().forEach((box, own) -> boxes.put(box.value(), own.toString()));
        Map<String, String> extra = new LinkedHashMap<>();
        granted.extraBreaks().forEach((stage, length) -> extra.put(stage.value(), String.valueOf(length.toMinutes())));
        return new GrantForm(
                granted.factor().toString(),
                boxes,
                String.valueOf(granted.longerBreaks().toMinutes()),
                extra,
                granted.stopsClocks(),
                String.join("\n", granted.aids()),
                display.theme(),
                display.textSize());
    }

    /** Returns the keys of the messages that say what is wrong. */
    List<String> problems() {
        List<String> problems = new ArrayList<>();
        if (factor(factor).isEmpty()
                || filled(boxes).stream().anyMatch(own -> factor(own).isEmpty())) {
            problems.add("office.grant.factor-wrong");
        }
        if (minutes(longer).isEmpty()
                || filled(extra).stream().anyMatch(own -> minutes(own).isEmpty())) {
            problems.add("office.grant.minutes-wrong");
        }
        if (aids.length() > MOST_AIDS) {
            problems.add("office.grant.aids-long");
        }
        if (!THEMES.contains(theme) || !SIZES.contains(text)) {
            problems.add("office.grant.display-wrong");
        }
        return problems;
    }

    /** Returns what is granted by a form without problems. */
    Accommodations accommodations() {
        Map<BoxId, Rational> factors = new LinkedHashMap<>();
        boxes.forEach((box, own) -> {
            if (!own.isBlank()) {
                factors.put(new BoxId(box), factor(own).orElseThrow());
            }
        });
        Map<StageId, Duration> breaks = new LinkedHashMap<>();
        extra.forEach((block, own) -> {
            if (!own.isBlank() && minutes(own).orElseThrow() > 0) {
                breaks.put(new StageId(block), Duration.ofMinutes(minutes(own).orElseThrow()));
            }
        });
        return new Accommodations(
                factor(factor).orElseThrow(),
                factors,
                Duration.ofMinutes(minutes(longer).orElseThrow()),
                breaks,
                stops,
                aids.lines().map(String::strip).filter(line -> !line.isEmpty()).toList());
    }

    Terms.Display display() {
        return new Terms.Display(theme, text);
    }

    private static List<String> filled(Map<String, String> fields) {
        return fields.values().stream().filter(text -> !text.isBlank()).toList();
    }

    private static Optional<Rational> factor(String text) {
        return Numeral.read(text).filter(Accommodations::isFactor);
    }

    private static Optional<Integer> minutes(String text) {
        return Optional.of(text.strip())
                .filter(digits -> digits.matches("[0-9]{1,3}"))
                .map(Integer::valueOf)
                .filter(minutes -> minutes <= MOST_MINUTES);
    }
}
