package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.response.Interaction.Misfit;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.sitting.Question.Seal;
import dauntingledger.rulebook.sitting.Question.Seen;
import java.util.Optional;

/** The rules about the questions of the open block: which may be looked at, and what may be done to them. */
final class ItemPermission {

    private final State state;

    ItemPermission(State state) {
        this.state = state;
    }

    /** Judges an act on a question whose block is open. */
    Verdict judge(Act.OnItem act, int number) {
        Question question = state.states.get(number);
        if (act instanceof Act.QuestionOpened) {
            return opened(question, number);
        }
        boolean inOrder = state.index.place(number).movement().isFree() || question.opened();
        if (!inOrder) {
            return Verdict.IN_ORDER;
        }
        boolean marks = act instanceof Act.Marked || act instanceof Act.Unmarked || act instanceof Act.EndSeen;
        if (!(marks ? question.seal().canBeOpened() : question.seal() == Seal.NONE)) {
            return sealed(question.seal());
        }
        return switch (act) {
            case Act.QuestionOpened opened -> Verdict.PERMITTED;
            case Act.EndSeen seen ->
                question.seen() == Seen.OPENED
                        ? Verdict.PERMITTED
                        : question.opened() ? Verdict.ALREADY_SO : Verdict.NOT_OPEN_YET;
            case Act.Answered answered -> answered(question, answered);
            case Act.AnswerEntered entered ->
                question.wantsEntering()
                        ? Verdict.PERMITTED
                        : question.work().entered() ? Verdict.ALREADY_SO : Verdict.NOTHING_TO_ENTER;
            case Act.Checked checked -> checked(question);
            case Act.Played played -> played(question, played.response());
            case Act.ProgramRun run -> run(question, run);
            case Act.Erased erased -> question.work().responses().isEmpty() ? Verdict.ALREADY_SO : Verdict.PERMITTED;
            case Act.StruckOut struck -> onChoice(question, struck, true);
            case Act.BroughtBack back -> onChoice(question, back, false);
            case Act.Marked marked -> question.marked() ? Verdict.ALREADY_SO : Verdict.PERMITTED;
            case Act.Unmarked unmarked -> question.marked() ? Verdict.PERMITTED : Verdict.ALREADY_SO;
        };
    }

    /** What is right is shown in practice alone, and of a question that was looked at. */
    private Verdict checked(Question question) {
        if (!state.paper().rules().checks()) {
            return Verdict.NOT_TO_CHECK;
        }
        return question.opened() ? Verdict.PERMITTED : Verdict.NOT_OPEN_YET;
    }

    private static Verdict sealed(Seal seal) {
        return switch (seal) {
            case NONE -> Verdict.PERMITTED;
            case MOVED_ON -> Verdict.SEALED_BY_MOVING_ON;
            case BREAK -> Verdict.SEALED_BY_BREAK;
            case TRIES -> Verdict.SEALED_BY_TRIES;
            case CHECKED -> Verdict.SEALED_BY_CHECK;
        };
    }

    private Verdict opened(Question question, int number) {
        if (!question.seal().canBeOpened()) {
            return sealed(question.seal());
        }
        PaperIndex.Place place = state.index.place(number);
        if (place.movement().isUnbound()) {
            return Verdict.PERMITTED;
        }
        int furthest = state.states.furthest(number);
        if (!place.movement().isFree() && number > Math.max(furthest, place.first() - 1) + 1) {
            return Verdict.IN_ORDER;
        }
        for (int i = place.first(); i < number; i++) {
            Verdict verdict = movingOn(i);
            if (!verdict.isPermitted()) {
                return verdict;
            }
        }
        return Verdict.PERMITTED;
    }

    /** Whether the candidate may leave the questions of the open block, for its review page or for good. */
    Verdict leaving() {
        PaperIndex.Range range = state.index.questions(state.stageNumber());
        for (int i = range.first(); i < range.end(); i++) {
            Verdict verdict = movingOn(i);
            if (!verdict.isPermitted()) {
                return verdict;
            }
        }
        return Verdict.PERMITTED;
    }

    /**
     * Whether a question is done with as far as its section demands before a later one is looked at. Nothing is demanded
     * of a question that its seal keeps from giving it.
     */
    private Verdict movingOn(int number) {
        Question question = state.states.get(number);
        Movement movement = state.index.place(number).movement();
        if (movement.seeing()
                && question.seen() == Seen.OPENED
                && question.seal().canBeOpened()) {
            return Verdict.SEE_THE_END;
        }
        return movement.answering() && question.seal() == Seal.NONE && question.completeness() != Completeness.FULL
                ? Verdict.ANSWER_FIRST
                : Verdict.PERMITTED;
    }

    private static Verdict answered(Question question, Act.Answered answered) {
        Optional<Interaction> interaction = question.item().interaction(answered.response());
        if (interaction.isEmpty()) {
            return Verdict.UNKNOWN_RESPONSE;
        }
        return interaction
                .get()
                .misfit(answered.value())
                .map(ItemPermission::verdict)
                .orElse(Verdict.PERMITTED);
    }

    private static Verdict verdict(Misfit misfit) {
        return switch (misfit) {
            case WRONG_SHAPE -> Verdict.WRONG_SHAPE;
            case UNKNOWN_CHOICE -> Verdict.UNKNOWN_CHOICE;
            case TOO_MANY_CHOICES -> Verdict.TOO_MANY_CHOICES;
            case TOO_LONG -> Verdict.TOO_LONG;
            case OFF_THE_PICTURE -> Verdict.OFF_THE_PICTURE;
            case OTHER_LANGUAGE -> Verdict.OTHER_LANGUAGE;
            case FIXED_TEXT_LOST -> Verdict.FIXED_TEXT_LOST;
        };
    }

    private static Verdict played(Question question, ResponseId response) {
        if (!(question.item().interaction(response).orElse(null) instanceof Play)) {
            return Verdict.UNKNOWN_RESPONSE;
        }
        return question.playsLeft(response).orElse(1) > 0 ? Verdict.PERMITTED : Verdict.PLAYED_OUT;
    }

    /** Somebody may run as often as they like; what is written down has to be of this question. */
    private static Verdict run(Question question, Act.ProgramRun run) {
        return question.item().interaction(run.response()).orElse(null) instanceof Program program
                        && (!run.examples() || run.endings().size() == program.examples())
                ? Verdict.PERMITTED
                : Verdict.UNKNOWN_RESPONSE;
    }

    private static Verdict onChoice(Question question, Act.OnChoice act, boolean strike) {
        ResponseId response = act.response();
        if (!(question.item().interaction(response).orElse(null) instanceof Choice choice)) {
            return Verdict.UNKNOWN_RESPONSE;
        }
        if (!choice.choices().contains(act.choice())) {
            return Verdict.UNKNOWN_CHOICE;
        }
        if (strike && question.work().isChosen(response, act.choice())) {
            return Verdict.CHOICE_IS_THE_ANSWER;
        }
        return question.work().isStruck(response, act.choice()) == strike ? Verdict.ALREADY_SO : Verdict.PERMITTED;
    }
}
