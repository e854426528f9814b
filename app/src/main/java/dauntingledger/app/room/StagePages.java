package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.practice.PastAnswers;
import dauntingledger.app.words.Privileges;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.sitting.Absences;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Totals;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.thymeleaf.context.LazyContextVariable;

/** Chooses the template for where a sitting is, and gives it what it shows. */
@Component
class StagePages {

    private final Papers papers;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final StageKinds kinds;
    private final StageViews stages;
    private final Privileges privileges;
    private final RoadRules rules;
    private final RuleWords ruleWords;
    private final TimeStrips strips;
    private final Surveys surveys;
    private final PastAnswers practised;

    StagePages(
            Papers papers,
            Appointments appointments,
            Ledgers ledgers,
            StageKinds kinds,
            StageViews stages,
            Privileges privileges,
            RoadRules rules,
            RuleWords ruleWords,
            TimeStrips strips,
            Surveys surveys,
            PastAnswers practised) {
        this.papers = papers;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.kinds = kinds;
        this.stages = stages;
        this.privileges = privileges;
        this.rules = rules;
        this.ruleWords = ruleWords;
        this.strips = strips;
        this.surveys = surveys;
        this.practised = practised;
    }

    /** Returns the name of the template. */
    String page(Here here, Model model) {
        surveys.open(here.sitting()).ifPresent(survey -> model.addAttribute("survey", survey));
        return switch (here.sitting().route().position()) {
            case Position.Before before -> {
                model.addAttribute("threshold", stages.threshold(here.paper(), before.stage(), here.window()));
                model.addAttribute("first", isFirstBlock(here.paper(), before.stage()));
                model.addAttribute(
                        "granted",
                        privileges.of(here.text().paper(), here.appointment().terms()));
                yield "threshold";
            }
            case Position.Over over ->
                switch (over.ending()) {
                    case DECLINED -> declined(here, model);
                    case HANDED_IN -> receipt(here, model);
                    case ENDED -> ended(here, model);
                };
            case Position.At at -> stage(here, here.paper().route().get(at.stage()), model);
        };
    }

    private static boolean isFirstBlock(Paper paper, int index) {
        return paper.route().subList(0, index).stream().noneMatch(Stage.Block.class::isInstance);
    }

    private static String declined(Here here, Model model) {
        boolean again = here.sitting().route().entrance().stream()
                .flatMap(stage ->
                        here.paper().route().stream().filter(at -> at.id().equals(stage)))
                .anyMatch(stage -> stage instanceof Stage.Notice notice && notice.keepsAppointment());
        model.addAttribute("again", again);
        return "declined";
    }

    private static String ended(Here here, Model model) {
        Totals totals = here.sitting().questions().totals();
        model.addAttribute("kept", totals.answered() + totals.part());
        model.addAttribute("questions", totals.questions());
        Absences absences = here.sitting().absences();
        model.addAttribute(
                "away",
                here.paper()
                        .rules()
                        .watch()
                        .filter(watch -> watch.then() == Watch.Then.END && watch.isBeyondWarnings(absences.counted()))
                        .isPresent());
        return "ended";
    }

    private String receipt(Here here, Model model) {
        practised.keep(here.appointment());
        model.addAttribute(
                "receipt",
                stages.receipt(
                        here.opened(),
                        here.paper(),
                        papers.marking(
                                        here.appointment().paper(),
                                        here.appointment().seed())
                                .score(here.sitting(), Map.of())));
        model.addAttribute("exit", here.text().about().exit());
        model.addAttribute("explains", here.text().about().explains());
        model.addAttribute(
                "strip",
                strips.of(
                        ledgers.timeline(here.appointment(), here.sitting().now()),
                        here.paper(),
                        here.sitting().route().records()));
        examThatWaits(here).ifPresent(exam -> model.addAttribute("waits", exam));
        return "receipt";
    }

    /** Returns the sitting whose arrival led into this try-out of the room. */
    private Optional<String> examThatWaits(Here here) {
        if (here.text().about().purpose() != Purpose.TRY_OUT) {
            return Optional.empty();
        }
        return appointments.of(here.appointment().candidate()).stream()
                .filter(other -> ledgers.openIfReadable(other, here.sitting().now())
                        .flatMap(opened -> opened.sitting().route().stage())
                        .filter(Stage.TryOut.class::isInstance)
                        .isPresent())
                .map(other -> other.sitting().toString())
                .findFirst();
    }

    private String stage(Here here, Stage stage, Model model) {
        model.addAttribute("stage", stage);
        model.addAttribute("away", here.sitting().isAway());
        return switch (here.sitting().presence()) {
            case ON_BREAK -> {
                model.addAttribute("given", here.sitting().isBreakGiven());
                model.addAttribute(
                        "ownBreaks", ruleWords.ownBreaks(here.paper()).orElse(""));
                yield "own-break";
            }
            case AWAY -> "return";
            case AT_DESK -> atDesk(here, stage, model);
        };
    }

    private String atDesk(Here here, Stage stage, Model model) {
        model.addAttribute("rules", later(() -> rules.of(here.paper(), here.window())));
        model.addAttribute("road", later(() -> stages.road(here.paper())));
        if (here.index() + 1 < here.paper().route().size()) {
            model.addAttribute("next", later(() -> stages.threshold(here.paper(), here.index() + 1, here.window())));
        }
        return kinds.show(stage, here, model);
    }

    /** Returns what is worked out only if the template asks for it. */
    private static <T> LazyContextVariable<T> later(Supplier<T> value) {
        return new LazyContextVariable<>() {
            @Override
            protected T loadValue() {
                return value.get();
            }
        };
    }
}
