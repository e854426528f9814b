package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Conduct;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.Survey;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** The rules of a paper about moving, entering, breaks and finishing as plain values. */
final class ConductCodec {

    private ConductCodec() {}

    static Map<String, Object> conduct(Conduct conduct) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("clockMayHide", conduct.clockMayHide());
        conduct.ownBreaks().ifPresent(breaks -> plain.put("ownBreaks", ownBreaks(breaks)));
        plain.put(
                "roomWarnings",
                conduct.roomWarnings().stream().map(Duration::toMillis).toList());
        plain.put(
                "surveys",
                conduct.surveys().stream()
                        .map(survey -> Map.of("about", survey.about().value(), "title", survey.title()))
                        .toList());
        plain.put("equipment", EquipmentCodec.equipment(conduct.equipment()));
        return plain;
    }

    static Conduct conduct(Members from) {
        return new Conduct(
                from.truth("clockMayHide"),
                from.has("ownBreaks") ? Optional.of(ownBreaks(from.object("ownBreaks"))) : Optional.empty(),
                from.spans("roomWarnings"),
                from.list("surveys", survey -> new Survey(survey.read("about", StageId::new), survey.text("title"))),
                EquipmentCodec.equipment(from.object("equipment")));
    }

    private static Map<String, Object> ownBreaks(OwnBreaks breaks) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("number", breaks.number());
        breaks.pool().ifPresent(pool -> plain.put("pool", pool.toMillis()));
        plain.put("longest", breaks.longest().toMillis());
        plain.put("clocks", PlainNames.name(breaks.clocks()));
        plain.put("signInAgain", breaks.signInAgain());
        plain.put("seals", breaks.seals());
        return plain;
    }

    private static OwnBreaks ownBreaks(Members from) {
        return new OwnBreaks(
                from.count("number"),
                from.optionalMillis("pool"),
                from.millis("longest"),
                PlainNames.read(from, "clocks", Clocks.values()),
                from.truth("signInAgain"),
                from.truth("seals"));
    }

    static Map<String, Object> movement(Movement movement) {
        return Map.of(
                "direction", PlainNames.name(movement.direction()),
                "answering", movement.answering(),
                "seeing", movement.seeing());
    }

    static Movement movement(Members from) {
        return new Movement(
                PlainNames.read(from, "direction", Movement.Direction.values()),
                from.truth("answering"),
                from.truth("seeing"));
    }

    static Map<String, Object> entering(Entering entering) {
        return Map.of("deliberate", entering.deliberate(), "tries", entering.tries());
    }

    static Entering entering(Members from) {
        return new Entering(from.truth("deliberate"), from.count("tries"));
    }

    static Map<String, Object> finish(Finish finish) {
        return switch (finish) {
            case Finish.AtAnyTime any -> Map.of("when", "at-any-time");
            case Finish.After after ->
                Map.of("when", "after", "span", after.span().toMillis());
            case Finish.AfterShare after ->
                Map.of("when", "after-share", "share", after.share().toString());
            case Finish.AtTheEnd end -> Map.of("when", "at-the-end");
        };
    }

    static Finish finish(Members from) {
        String when = from.text("when");
        return switch (when) {
            case "at-any-time" -> Finish.AT_ANY_TIME;
            case "after" -> new Finish.After(from.millis("span"));
            case "after-share" -> new Finish.AfterShare(from.rational("share"));
            case "at-the-end" -> new Finish.AtTheEnd();
            default -> throw new MalformedDataException("when: nobody can finish '" + when + "'");
        };
    }
}
