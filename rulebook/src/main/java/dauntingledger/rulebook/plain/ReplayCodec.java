package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A sitting as it stood at one instant, for a person who looks into an appeal: where it was, every clock, every
 * question, and what was permitted, with the reason for what was not. Instants and spans are written by ISO 8601.
 */
public final class ReplayCodec {

    private ReplayCodec() {}

    public static Map<String, Object> toPlain(Sitting sitting) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("at", sitting.now().toString());
        plain.put("stage", stage(sitting));
        plain.put("paused", sitting.isPaused());
        plain.put("view", PlainNames.name(sitting.questions().view()));
        sitting.questions().inView().ifPresent(item -> plain.put("looking", item.value()));
        plain.put(
                "clocks",
                sitting.clocks().all().stream()
                        .map(clock -> clock(clock, sitting.paper()))
                        .toList());
        plain.put(
                "warnings",
                sitting.clocks().warnings().stream()
                        .map(warning -> Map.of(
                                "clock", warning.box().map(box -> box.value()).orElse("room"),
                                "left", warning.left().toString(),
                                "at", warning.at().toString()))
                        .toList());
        plain.put("permitted", permitted(sitting));
        plain.put(
                "questions",
                sitting.questions().all().stream()
                        .map(question -> question(question, sitting))
                        .toList());
        return plain;
    }

    private static Map<String, Object> stage(Sitting sitting) {
        List<Stage> route = sitting.paper().route();
        return switch (sitting.route().position()) {
            case Position.At at -> Map.of("at", route.get(at.stage()).id().value());
            case Position.Before before ->
                Map.of("before", route.get(before.stage()).id().value());
            case Position.Over over -> Map.of("over", PlainNames.name(over.ending()));
        };
    }

    private static Map<String, Object> clock(Clock clock, Paper paper) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("kind", PlainNames.name(clock.kind()));
        clock.box().ifPresent(box -> {
            TimeBox named = paper.boxes().stream()
                    .filter(one -> one.id().equals(box))
                    .findFirst()
                    .orElseThrow();
            plain.put("box", box.value());
            plain.put("covers", List.of(named.first().value(), named.last().value()));
        });
        plain.put("title", clock.title());
        plain.put("limit", clock.allowance().toString());
        plain.put("used", clock.used().toString());
        plain.put("left", clock.left().toString());
        plain.put("deadline", clock.deadline().map(Instant::toString).orElse("stands still"));
        return plain;
    }

    private static Map<String, Object> question(Question question, Sitting sitting) {
        ItemId item = question.item().id();
        Map<String, Object> responses = new LinkedHashMap<>();
        question.work().responses().forEach((response, value) -> responses.put(response.value(), value.elements()));
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("item", item.value());
        plain.put("status", PlainNames.name(question.status()));
        plain.put("entry", responses);
        plain.put("entered", question.work().entered());
        plain.put("marked", question.marked());
        plain.put("sealed", question.sealed());
        plain.put("seal", PlainNames.name(question.seal()));
        plain.put("spent", question.spent().toString());
        plain.put("look", verdict(sitting, new Act.QuestionOpened(item)));
        plain.put("answer", verdict(sitting, blank(question)));
        return plain;
    }

    /** A blank answer has the shape of any other, so it is permitted just when an answer is. */
    private static Act blank(Question question) {
        Interaction interaction = question.item().interactions().stream()
                .filter(Interaction::isAsked)
                .findFirst()
                .orElseThrow();
        return new Act.Answered(question.item().id(), interaction.response(), interaction.blank());
    }

    private static Map<String, Object> permitted(Sitting sitting) {
        Map<String, Object> plain = new LinkedHashMap<>();
        List<Stage> route = sitting.paper().route();
        int here = Math.min(sitting.route().position().index(route.size()), route.size() - 1);
        StageId stage = route.get(here).id();
        boolean inside = sitting.route().position() instanceof Position.At;
        StageId next =
                route.get(Math.min(inside ? here + 1 : here, route.size() - 1)).id();
        plain.put("stage-opened " + next, verdict(sitting, new Act.StageOpened(next)));
        plain.put("stage-left " + stage, verdict(sitting, new Act.StageLeft(stage)));
        plain.put("block-closed " + stage, verdict(sitting, new Act.BlockClosed(stage)));
        plain.put("handed-in", verdict(sitting, new Act.HandedIn()));
        plain.put("review-opened", verdict(sitting, new Act.ReviewOpened()));
        plain.put("whole-view-opened", verdict(sitting, new Act.WholeViewOpened()));
        plain.put("break-begun", verdict(sitting, new Act.BreakBegun()));
        plain.put("break-ended", verdict(sitting, new Act.BreakEnded()));
        return plain;
    }

    private static String verdict(Sitting sitting, Act act) {
        return PlainNames.name(sitting.permits(act, sitting.now()));
    }
}
