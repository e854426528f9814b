package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Interaction.Misfit;
import dauntingledger.rulebook.paper.ResponseId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.StageRecord.Ended;
import java.time.Instant;
import java.util.Optional;

/** The rules about who may do what when, judged against a fold that is settled at the instant in question. */
final class Permission {

    private final Fold fold;
    private final ArrivalPermission arrival;

    Permission(Fold fold) {
        this.fold = fold;
        this.arrival = new ArrivalPermission(fold, this);
    }

    Verdict judge(Act act) {
        return switch (act) {
            case Act.OnItem onItem -> onItem(onItem);
            case Act.OnRoute onRoute -> onRoute(onRoute);
            case Act.ReviewOpened opened -> inBlock();
            case Act.WalkBegun begun -> walk(begun.subset());
            case Act.InstructionsReopened reopened -> inBlock();
            case Act.LanguageChosen chosen -> unlessPaused(arrival.language(chosen));
            case Act.StationChecked checked -> arrival.stationChecked();
            case Act.WrongReported reported -> arrival.wrongReported(reported);
            case Act.CodeGiven given -> unlessPaused(arrival.codeGiven(given));
            case Act.PortraitTaken taken -> unlessPaused(inStage(taken.stage(), Stage.Portrait.class));
            case Act.LeaveGiven leave -> arrival.leaveGiven(leave);
            case Act.ReportResolved resolved -> arrival.reportResolved(resolved);
            case Act.StationExcused excused -> arrival.stationExcused(excused);
            case Act.Reopened reopened -> reopened(reopened.stage());
            case Act.StageRanOut ranOut -> ranOut(ranOut.stage());
            case Act.SeatTaken taken -> isOver() ? Verdict.SITTING_OVER : Verdict.PERMITTED;
            case Act.TimeGranted granted -> granted(granted);
            case Act.Paused pause ->
                isOver() ? Verdict.SITTING_OVER : fold.paused ? Verdict.ALREADY_SO : Verdict.PERMITTED;
            case Act.Resumed resume -> fold.paused ? Verdict.PERMITTED : Verdict.ALREADY_SO;
        };
    }

    /** A pause holds back what would move the sitting on. */
    private Verdict unlessPaused(Verdict verdict) {
        return verdict.isPermitted() && fold.paused ? Verdict.PAUSED : verdict;
    }

    private Verdict onRoute(Act.OnRoute act) {
        if (isOver() && !(act instanceof Act.StageOpened)) {
            return Verdict.SITTING_OVER;
        }
        if (fold.paused) {
            return Verdict.PAUSED;
        }
        return switch (act) {
            case Act.StageOpened opened -> opened(opened.stage());
            case Act.NoticeAccepted accepted -> accepted(accepted);
            case Act.IdentityConfirmed confirmed -> arrival.identityConfirmed(confirmed);
            case Act.StageLeft left -> arrival.left(left.stage());
            case Act.NoticeDeclined declined -> inStage(declined.stage(), Stage.Notice.class);
            case Act.BlockClosed closed -> inStage(closed.stage(), Stage.Block.class);
            case Act.HandedIn handedIn ->
                current() instanceof Stage.HandIn && isInside() ? Verdict.PERMITTED : Verdict.WRONG_STAGE;
        };
    }

    private Verdict opened(StageId id) {
        int stage = fold.index.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        return switch (fold.position) {
            case Position.Before before when before.stage() != stage -> Verdict.NOT_ON_THE_ROUTE;
            case Position.Before before -> stage == 0 ? arrival.entered() : Verdict.PERMITTED;
            case Position.At open ->
                open.stage() + 1 == stage && current() instanceof Stage.Break
                        ? Verdict.PERMITTED
                        : Verdict.NOT_ON_THE_ROUTE;
            case Position.Over over -> reentered(over, stage);
        };
    }

    /** A notice that was declined may be opened again where the paper keeps the appointment. */
    private Verdict reentered(Position.Over over, int stage) {
        boolean again = over.ending() == Position.Ending.DECLINED
                && stage == fold.reopenable()
                && fold.index.stage(stage) instanceof Stage.Notice notice
                && notice.keepsAppointment();
        return again ? arrival.entered() : Verdict.SITTING_OVER;
    }

    private Verdict reopened(StageId id) {
        int stage = fold.index.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        if (!isOver()) {
            return Verdict.ALREADY_SO;
        }
        if (stage != fold.reopenable()) {
            return Verdict.NOT_ON_THE_ROUTE;
        }
        return fold.time.hasTimeFor(stage, Instant.ofEpochMilli(fold.now)) ? Verdict.PERMITTED : Verdict.TIME_RAN_OUT;
    }

    private Verdict accepted(Act.NoticeAccepted accepted) {
        Verdict verdict = inStage(accepted.stage(), Stage.Notice.class);
        if (!verdict.isPermitted() || !(current() instanceof Stage.Notice notice)) {
            return verdict;
        }
        if (!notice.textDigests().contains(accepted.textDigest())) {
            return Verdict.OTHER_TEXT;
        }
        return notice.confirmation().isMetBy(accepted.given()) ? Verdict.PERMITTED : Verdict.STATEMENT_DIFFERS;
    }

    Verdict inStage(StageId id, Class<? extends Stage> kind) {
        int stage = fold.index.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        if (!kind.isInstance(fold.index.stage(stage))) {
            return Verdict.WRONG_STAGE;
        }
        return openStage(stage);
    }

    private Verdict openStage(int stage) {
        if (fold.isOpen(stage)) {
            return Verdict.PERMITTED;
        }
        return switch (fold.log.ended(stage)) {
            case BY_TIME -> Verdict.TIME_RAN_OUT;
            case BY_ACT -> Verdict.SECTION_CLOSED;
            case NOT_YET -> Verdict.NOT_OPEN_YET;
        };
    }

    private Verdict inBlock() {
        if (isOver()) {
            return Verdict.SITTING_OVER;
        }
        if (fold.paused) {
            return Verdict.PAUSED;
        }
        return current() instanceof Stage.Block && isInside() ? Verdict.PERMITTED : Verdict.WRONG_STAGE;
    }

    private Verdict walk(Subset subset) {
        Verdict verdict = inBlock();
        return verdict.isPermitted() && fold.qualifying(subset).isEmpty() ? Verdict.NOTHING_TO_WALK : verdict;
    }

    private Verdict onItem(Act.OnItem act) {
        int number = fold.index.indexOf(act.item());
        if (number < 0) {
            return Verdict.UNKNOWN_QUESTION;
        }
        Verdict stage = openStage(fold.index.place(number).stage());
        if (!stage.isPermitted()) {
            return stage;
        }
        if (fold.paused) {
            return Verdict.PAUSED;
        }
        Question question = fold.questions[number];
        return switch (act) {
            case Act.QuestionOpened opened -> Verdict.PERMITTED;
            case Act.Answered answered -> answered(question, answered);
            case Act.Erased erased -> question.responses().isEmpty() ? Verdict.ALREADY_SO : Verdict.PERMITTED;
            case Act.StruckOut struck -> onChoice(question, struck, true);
            case Act.BroughtBack back -> onChoice(question, back, false);
            case Act.Marked marked -> question.marked() ? Verdict.ALREADY_SO : Verdict.PERMITTED;
            case Act.Unmarked unmarked -> question.marked() ? Verdict.PERMITTED : Verdict.ALREADY_SO;
        };
    }

    private static Verdict answered(Question question, Act.Answered answered) {
        Optional<Interaction> interaction = question.item().interaction(answered.response());
        if (interaction.isEmpty()) {
            return Verdict.UNKNOWN_RESPONSE;
        }
        return interaction
                .get()
                .misfit(answered.value())
                .map(Permission::verdict)
                .orElse(Verdict.PERMITTED);
    }

    private static Verdict verdict(Misfit misfit) {
        return switch (misfit) {
            case WRONG_SHAPE -> Verdict.WRONG_SHAPE;
            case UNKNOWN_CHOICE -> Verdict.UNKNOWN_CHOICE;
            case TOO_MANY_CHOICES -> Verdict.TOO_MANY_CHOICES;
            case TOO_LONG -> Verdict.TOO_LONG;
        };
    }

    private static Verdict onChoice(Question question, Act.OnChoice act, boolean strike) {
        ResponseId response = act.response();
        if (!(question.item().interaction(response).orElse(null) instanceof Interaction.Choice choice)) {
            return Verdict.UNKNOWN_RESPONSE;
        }
        if (!choice.choices().contains(act.choice())) {
            return Verdict.UNKNOWN_CHOICE;
        }
        if (strike && question.isChosen(response, act.choice())) {
            return Verdict.CHOICE_IS_THE_ANSWER;
        }
        return question.isStruck(response, act.choice()) == strike ? Verdict.ALREADY_SO : Verdict.PERMITTED;
    }

    private Verdict ranOut(StageId id) {
        int stage = fold.index.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        if (fold.log.isEndRecorded(stage)) {
            return Verdict.ALREADY_SO;
        }
        return fold.log.ended(stage) == Ended.BY_TIME ? Verdict.PERMITTED : Verdict.NOT_ON_THE_ROUTE;
    }

    private Verdict granted(Act.TimeGranted granted) {
        if (!fold.time.isKnown(granted.box())) {
            return Verdict.UNKNOWN_TIME_BOX;
        }
        if (isOver()) {
            return Verdict.SITTING_OVER;
        }
        return fold.time.isOpen(granted.box()) ? Verdict.PERMITTED : Verdict.NOT_OPEN_YET;
    }

    boolean isOver() {
        return fold.position instanceof Position.Over;
    }

    private boolean isInside() {
        return fold.position instanceof Position.At;
    }

    Stage current() {
        return fold.index.stage(fold.position.index(fold.index.stages()));
    }
}
