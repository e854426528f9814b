package dauntingledger.app.room;

import dauntingledger.app.admission.Keypad;
import dauntingledger.app.admission.Privileges;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Window;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Chooses the template for where a sitting is, and gives it what it shows. */
@Component
class StagePages {

    private final Papers papers;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final BlockViews blocks;
    private final StageViews stages;
    private final Privileges privileges;
    private final Keypad keypad;
    private final RuleWords ruleWords;
    private final TimeStrips strips;
    private final Surveys surveys;

    StagePages(
            Papers papers,
            Appointments appointments,
            Ledgers ledgers,
            BlockViews blocks,
            StageViews stages,
            Privileges privileges,
            Keypad keypad,
            RuleWords ruleWords,
            TimeStrips strips,
            Surveys surveys) {
        this.papers = papers;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.blocks = blocks;
        this.stages = stages;
        this.privileges = privileges;
        this.keypad = keypad;
        this.ruleWords = ruleWords;
        this.strips = strips;
        this.surveys = surveys;
    }

    /**
     * A sitting and what is read in it.
     *
     * @param text the paper as everybody has it, in the candidate's language
     * @param paper the candidate's own
     */
    record Here(Ledgers.Opened opened, Appointment appointment, PaperText text, Paper paper) {
        Sitting sitting() {
            return opened.sitting();
        }

        List<PaperText.Page> pages(StageId stage) {
            return text.pages().getOrDefault(stage, List.of());
        }
    }

    /** A language to choose: its own name, its name in the language of the page, and its tag. */
    record LanguageName(String tag, String own, String here) {}

    /** Returns the name of the template. */
    String page(Here here, Model model) {
        surveys.open(here.sitting()).ifPresent(survey -> model.addAttribute("survey", survey));
        return switch (here.sitting().position()) {
            case Position.Before before -> {
                model.addAttribute("threshold", stages.threshold(here.paper(), before.stage(), window(here)));
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
                };
            case Position.At at -> stage(here, at.stage(), model);
        };
    }

    private static Window window(Here here) {
        return here.appointment().terms().window();
    }

    private static boolean isFirstBlock(Paper paper, int index) {
        return paper.route().subList(0, index).stream().noneMatch(Stage.Block.class::isInstance);
    }

    private static String declined(Here here, Model model) {
        boolean again = here.sitting().entrance().stream()
                .flatMap(stage ->
                        here.paper().route().stream().filter(at -> at.id().equals(stage)))
                .anyMatch(stage -> stage instanceof Stage.Notice notice && notice.keepsAppointment());
        model.addAttribute("again", again);
        return "declined";
    }

    private String receipt(Here here, Model model) {
        model.addAttribute(
                "receipt",
                stages.receipt(
                        here.opened(),
                        here.paper(),
                        papers.score(here.appointment().paper(), here.sitting())));
        model.addAttribute("exit", here.text().about().exit());
        model.addAttribute("explains", here.text().about().explains());
        model.addAttribute(
                "strip",
                strips.of(
                        ledgers.timeline(here.appointment(), here.sitting().now()),
                        here.paper(),
                        here.sitting().stages()));
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
                        .flatMap(opened -> opened.sitting().stage())
                        .filter(Stage.TryOut.class::isInstance)
                        .isPresent())
                .map(other -> other.sitting().toString())
                .findFirst();
    }

    private String stage(Here here, int index, Model model) {
        Stage stage = here.paper().route().get(index);
        model.addAttribute("stage", stage);
        model.addAttribute("away", here.sitting().isAway());
        return switch (here.sitting().presence()) {
            case ON_BREAK -> {
                model.addAttribute(
                        "ownBreaks", ruleWords.ownBreaks(here.paper()).orElse(""));
                yield "own-break";
            }
            case AWAY -> "return";
            case AT_DESK -> atDesk(here, index, stage, model);
        };
    }

    private String atDesk(Here here, int index, Stage stage, Model model) {
        return switch (stage) {
            case Stage.Identity identity -> "identity";
            case Stage.Admission admission -> {
                model.addAttribute("keys", keypad.keys(here.text().about().shufflesKeypad()));
                yield "admission";
            }
            case Stage.StationCheck check -> {
                model.addAttribute("lines", lines(check));
                yield "station";
            }
            case Stage.Portrait portrait -> "portrait";
            case Stage.LanguageChoice choice -> {
                model.addAttribute("languages", languages(here.paper()));
                yield "language";
            }
            case Stage.TryOut tryOut -> {
                model.addAttribute("tryOut", tryOutPaper());
                yield "try-out";
            }
            case Stage.Notice notice -> {
                model.addAttribute("pages", here.pages(notice.id()));
                model.addAttribute("statement", statement(here, notice));
                model.addAttribute("digest", digest(here, notice));
                yield "notice";
            }
            case Stage.Instructions read -> {
                instructions(here, model);
                model.addAttribute("pages", here.pages(read.id()));
                model.addAttribute("next", stages.threshold(here.paper(), index + 1, window(here)));
                yield "instructions";
            }
            case Stage.Block block -> {
                model.addAttribute("block", blocks.of(block, here.text(), here.sitting()));
                model.addAttribute("wholeView", here.paper().hasWholeView(block));
                model.addAttribute(
                        "ownBreaks", ruleWords.ownBreaks(here.paper()).orElse(""));
                model.addAttribute("blockRules", ruleWords.block(here.paper(), block, window(here)));
                model.addAttribute("costs", stages.costs(block));
                instructions(here, model);
                model.addAttribute(
                        "pages",
                        here.paper().route().stream()
                                .filter(Stage.Instructions.class::isInstance)
                                .flatMap(read -> here.pages(read.id()).stream())
                                .toList());
                model.addAttribute(
                        "languages", here.paper().languages().switching() ? languages(here.paper()) : List.of());
                yield "block";
            }
            case Stage.Break rest -> {
                model.addAttribute("rest", stages.rest(rest));
                model.addAttribute("next", stages.threshold(here.paper(), index + 1, window(here)));
                yield "break";
            }
            case Stage.HandIn handIn -> {
                model.addAttribute("lines", stages.lines(here.sitting(), here.paper()));
                yield "hand-in";
            }
            case Stage.Unopened unopened ->
                throw new IllegalStateException(
                        "a kept paper holds its blocks whole, but stage " + unopened.id() + " is not");
        };
    }

    private void instructions(Here here, Model model) {
        model.addAttribute("rules", stages.rules(here.paper(), window(here)));
        model.addAttribute("road", stages.road(here.paper()));
    }

    /** Returns the statement of a notice in the language of the page, or empty. */
    private static String statement(Here here, Stage.Notice notice) {
        int language = here.paper().languages().tags().indexOf(here.text().language());
        List<String> statements = notice.confirmation().statements();
        return statements.isEmpty() ? "" : statements.get(Math.min(Math.max(language, 0), statements.size() - 1));
    }

    /** Returns the digest of the text that is on the page. */
    private static String digest(Here here, Stage.Notice notice) {
        return Hash.of(here.pages(notice.id()).getFirst().html()).hex();
    }

    static List<String> lines(Stage.StationCheck check) {
        return check.lines().stream().map(PlainNames::name).toList();
    }

    private static List<LanguageName> languages(Paper paper) {
        Locale here = LocaleContextHolder.getLocale();
        return paper.languages().tags().stream()
                .map(tag -> new LanguageName(
                        tag,
                        Locale.forLanguageTag(tag).getDisplayLanguage(Locale.forLanguageTag(tag)),
                        Locale.forLanguageTag(tag).getDisplayLanguage(here)))
                .toList();
    }

    private String tryOutPaper() {
        return papers.latest().stream()
                .filter(ref -> papers.text(ref).about().purpose() == Purpose.TRY_OUT)
                .map(ref -> ref.id().value())
                .findFirst()
                .orElse("");
    }
}
