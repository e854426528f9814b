package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.paper.WatchCamera;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.sitting.Absences;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.Breaks;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Message;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Programming;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import dauntingledger.rulebook.sitting.Totals;
import dauntingledger.rulebook.sitting.Walk;
import dauntingledger.rulebook.sitting.Warning;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;

/** A sitting as the room shows it, as plain values. Spans and instants are in milliseconds. */
public final class RoomCodec {

    private RoomCodec() {}

    /** Returns everything but the questions: position, clocks, pace, totals of the open or last block. */
    public static Map<String, Object> toPlain(Sitting sitting) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("now", sitting.now().toEpochMilli());
        plain.put("position", position(sitting));
        plain.put("arrival", arrival(sitting));
        plain.put("paused", sitting.isPaused());
        if (sitting.isPaused()) {
            plain.put("pauseWords", sitting.pauseWords());
        }
        sitting.paper().rules().watch().ifPresent(watch -> plain.put("watch", watch(sitting, watch)));
        plain.put("breakGiven", sitting.isBreakGiven());
        plain.put(
                "messages", sitting.messages().stream().map(RoomCodec::message).toList());
        plain.put("view", PlainNames.name(sitting.questions().view()));
        plain.put("presence", PlainNames.name(sitting.presence()));
        plain.put("endWanted", sitting.questions().isEndWanted());
        view(sitting, plain);
        sitting.help().ifPresent(help -> plain.put("help", help(help)));
        sitting.questions().walk().ifPresent(walk -> plain.put("walk", walk(walk)));
        sitting.seat().ifPresent(seat -> plain.put("seat", seat));
        plain.put(
                "clocks", sitting.clocks().all().stream().map(RoomCodec::clock).toList());
        sitting.clocks().tightest().ifPresent(clock -> plain.put("tightestClock", clock(clock)));
        plain.put("mayHideClock", sitting.clocks().mayHide());
        sitting.clocks().closableFrom().ifPresent(from -> plain.put("closableFrom", from.toEpochMilli()));
        sitting.breaks().ifPresent(breaks -> plain.put("breaks", breaks(sitting, breaks)));
        plain.put(
                "warned",
                sitting.clocks().warnings().stream().map(RoomCodec::warning).toList());
        sitting.clocks().pace().ifPresent(pace -> plain.put("pace", pace.toMillis()));
        plain.put(
                "stages",
                sitting.route().records().stream()
                        .map(record -> stage(sitting, record))
                        .toList());
        plain.put("totals", blockTotals(sitting));
        plain.put(
                "refusals",
                sitting.refusals().stream()
                        .map(refusal ->
                                Map.of("entry", refusal.entry().value(), "verdict", PlainNames.name(refusal.verdict())))
                        .toList());
        return plain;
    }

    /** Adds what can be seen and opened at the question in view. */
    private static void view(Sitting sitting, Map<String, Object> plain) {
        sitting.questions().inView().ifPresent(item -> {
            plain.put("inView", item.value());
            plain.put("inViewSpent", sitting.questions().get(item).spentMillis());
        });
        if (sitting.questions().inView().isEmpty()) {
            sitting.questions().firstToOpen().ifPresent(item -> plain.put("first", item.value()));
        }
        plain.put(
                "tools",
                sitting.tools().offered().stream()
                        .sorted()
                        .map(PlainNames::name)
                        .toList());
        plain.put(
                "panels",
                sitting.tools().panels().stream().map(PlainNames::name).toList());
        plain.put(
                "exhibits",
                sitting.tools()
                        .exhibitsInView()
                        .map(exhibit -> exhibit.id().value())
                        .toList());
    }

    private static Map<String, Object> help(Help help) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("reason", PlainNames.name(help.reason()));
        plain.put("calledAt", help.calledAt().toEpochMilli());
        help.answer().ifPresent(answer -> {
            plain.put("answeredAt", answer.at().toEpochMilli());
            plain.put("person", answer.person());
            plain.put("words", answer.words());
        });
        return plain;
    }

    private static Map<String, Object> watch(Sitting sitting, Watch watch) {
        Absences absences = sitting.absences();
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("fullScreen", watch.fullScreen());
        plain.put("staying", watch.staying());
        plain.put("counted", absences.counted());
        plain.put("last", absences.last().toMillis());
        plain.put("unread", absences.unread(watch));
        plain.put("warnings", watch.warnings());
        plain.put("then", PlainNames.name(watch.then()));
        sitting.camera().ifPresent(camera -> plain.put("camera", camera(sitting, camera)));
        return plain;
    }

    private static Map<String, Object> camera(Sitting sitting, WatchCamera camera) {
        return Map.of(
                "from", camera.from().toMillis(),
                "to", camera.to().toMillis(),
                "patience", camera.patience().toMillis(),
                "seen", sitting.seen().map(seen -> PlainNames.name(seen.view())).orElse(""));
    }

    private static Map<String, Object> message(Message message) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("id", message.id());
        plain.put("words", message.words());
        plain.put("sentAt", message.sentAt().toEpochMilli());
        plain.put("read", message.readAt().isPresent());
        return plain;
    }

    private static Map<String, Object> breaks(Sitting sitting, Breaks breaks) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("next", breaks.next().toMillis());
        plain.put(
                "seals",
                sitting.questions().sealedByBreak().stream().map(ItemId::value).toList());
        return plain;
    }

    private static Map<String, Object> warning(Warning warning) {
        Map<String, Object> plain = new LinkedHashMap<>();
        warning.box().ifPresent(box -> plain.put("box", box.value()));
        plain.put("left", warning.left().toMillis());
        plain.put("at", warning.at().toEpochMilli());
        return plain;
    }

    /** Returns one question as its ledger cell and its sheet show it. */
    public static Map<String, Object> question(Question question) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("id", question.item().id().value());
        plain.put("status", PlainNames.name(question.status()));
        plain.put("label", question.label());
        plain.put("fullLabel", question.fullLabel());
        plain.put("marked", question.marked());
        plain.put("seal", PlainNames.name(question.seal()));
        plain.put("entered", question.work().entered());
        question.triesLeft().ifPresent(left -> plain.put("triesLeft", left));
        plain.put("spent", question.spentMillis());
        Map<String, Object> responses = new LinkedHashMap<>();
        question.work().responses().forEach((response, value) -> responses.put(response.value(), value.elements()));
        plain.put("responses", responses);
        Map<String, Object> playsLeft = new LinkedHashMap<>();
        question.item()
                .interactions()
                .forEach(interaction -> question.playsLeft(interaction.response())
                        .ifPresent(left -> playsLeft.put(interaction.response().value(), left)));
        plain.put("playsLeft", playsLeft);
        Map<String, Object> struck = new LinkedHashMap<>();
        question.work()
                .struck()
                .forEach((response, choices) -> struck.put(
                        response.value(), choices.stream().map(ChoiceId::value).toList()));
        plain.put("struck", struck);
        Map<String, Object> programs = new LinkedHashMap<>();
        question.work()
                .programs()
                .forEach((response, programming) -> programs.put(response.value(), programming(programming)));
        plain.put("programs", programs);
        return plain;
    }

    private static Map<String, Object> programming(Programming programming) {
        Map<String, Object> aside = new LinkedHashMap<>();
        programming.aside().forEach((language, text) -> aside.put(language.word(), text));
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("aside", aside);
        programming.trial().ifPresent(trial -> {
            plain.put("passed", trial.passed());
            plain.put("tried", trial.endings().size());
            plain.put("current", trial.current());
        });
        return plain;
    }

    /** Returns the whole state, questions included. */
    public static Map<String, Object> whole(Sitting sitting) {
        Map<String, Object> plain = toPlain(sitting);
        plain.put(
                "questions",
                sitting.questions().all().stream().map(RoomCodec::question).toList());
        plain.put("toolbox", ToolboxCodec.toPlain(sitting.tools().contents()));
        return plain;
    }

    private static Map<String, Object> position(Sitting sitting) {
        Map<String, Object> plain = new LinkedHashMap<>();
        switch (sitting.route().position()) {
            case Position.At at -> plain.put("at", stageId(sitting, at.stage()));
            case Position.Before before -> plain.put("before", stageId(sitting, before.stage()));
            case Position.Over over -> plain.put("over", PlainNames.name(over.ending()));
        }
        return plain;
    }

    private static Map<String, Object> arrival(Sitting sitting) {
        Arrival arrival = sitting.arrival();
        Map<String, Object> plain = new LinkedHashMap<>();
        arrival.language().ifPresent(language -> plain.put("language", language));
        arrival.report().ifPresent(report -> plain.put("report", PlainNames.name(report.reason())));
        sitting.clocks()
                .leavableFrom()
                .filter(from -> from.isAfter(sitting.now()))
                .ifPresent(from -> plain.put("leavable", from.toEpochMilli()));
        sitting.route().stage().ifPresent(stage -> {
            switch (stage) {
                case Stage.Admission door -> {
                    plain.put(
                            "waiting",
                            arrival.waitingAt(door).stream()
                                    .map(PlainNames::name)
                                    .toList());
                    plain.put("triesLeft", arrival.triesLeft());
                    plain.put("opens", sitting.window().opens().toEpochMilli());
                }
                case Stage.StationCheck check ->
                    plain.put(
                            "wanting",
                            arrival.wanting(check).stream()
                                    .map(PlainNames::name)
                                    .toList());
                default -> {}
            }
        });
        return plain;
    }

    private static String stageId(Sitting sitting, int stage) {
        return sitting.paper().route().get(stage).id().value();
    }

    private static Map<String, Object> walk(Walk walk) {
        return Map.of(
                "subset", PlainNames.name(walk.subset()),
                "items", walk.items().stream().map(ItemId::value).toList());
    }

    private static Map<String, Object> clock(Clock clock) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("kind", PlainNames.name(clock.kind()));
        clock.box().ifPresent(box -> plain.put("box", box.value()));
        plain.put("title", clock.title());
        plain.put("allowance", clock.allowance().toMillis());
        plain.put("left", clock.left().toMillis());
        plain.put("used", clock.used().toMillis());
        clock.deadline().map(Instant::toEpochMilli).ifPresent(deadline -> plain.put("deadline", deadline));
        plain.put("warnings", clock.warnings().stream().map(Duration::toMillis).toList());
        return plain;
    }

    private static Map<String, Object> stage(Sitting sitting, StageRecord stage) {
        return Map.of(
                "id", stageId(sitting, stage.stage()),
                "openedAt", stage.openedAt().toEpochMilli(),
                "endedAt", stage.endedAt().toEpochMilli(),
                "used", stage.used().toMillis(),
                "ended", PlainNames.name(stage.ended()));
    }

    private static Map<String, Object> blockTotals(Sitting sitting) {
        Map<String, Object> plain = new LinkedHashMap<>();
        for (int i = 0; i < sitting.paper().route().size(); i++) {
            if (sitting.paper().route().get(i) instanceof Stage.Block block) {
                plain.put(block.id().value(), totals(sitting.questions().totalsIn(i)));
                for (Section section : block.sections()) {
                    plain.put(section.id().value(), totals(sitting.questions().totals(section.id())));
                }
            }
        }
        return plain;
    }

    private static Map<String, Object> totals(Totals totals) {
        return Map.of(
                "answered", totals.answered(),
                "part", totals.part(),
                "blank", totals.blank(),
                "notOpened", totals.notOpened(),
                "questions", totals.questions(),
                "withoutFullAnswer", totals.withoutFullAnswer(),
                "unanswered", totals.unanswered(),
                "marked", totals.marked(),
                "percent", totals.percent());
    }
}
