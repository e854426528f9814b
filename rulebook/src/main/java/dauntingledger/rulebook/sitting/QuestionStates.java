package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Movement.Direction;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.sitting.Question.Seal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * The questions of a sitting as they lie before the candidate: what each holds, which is in view, which are sealed.
 * Immutable.
 */
final class QuestionStates {

    private static final int NONE = -1;

    private final PaperIndex index;
    private final Question[] questions;
    private final View view;
    private final int inView;
    private final @Nullable Walk walk;

    private QuestionStates(PaperIndex index, Question[] questions, View view, int inView, @Nullable Walk walk) {
        this.index = index;
        this.questions = questions;
        this.view = view;
        this.inView = inView;
        this.walk = walk;
    }

    static QuestionStates untouched(PaperIndex index) {
        Question[] questions = index.items().stream().map(Question::untouched).toArray(Question[]::new);
        return new QuestionStates(index, questions, View.QUESTION, NONE, null);
    }

    Question get(int number) {
        return questions[number];
    }

    List<Question> all() {
        return List.of(questions);
    }

    View view() {
        return view;
    }

    Optional<Walk> walk() {
        return Optional.ofNullable(walk);
    }

    /** Returns these states after an act on a question that is permitted. */
    QuestionStates after(Act.OnItem act) {
        int number = index.indexOf(act.item());
        Question question = questions[number];
        return switch (act) {
            case Act.QuestionOpened opened -> lookAt(number);
            case Act.EndSeen seen -> with(number, question.seeTheEnd());
            case Act.Answered answered -> with(number, question.answer(answered.response(), answered.value()));
            case Act.AnswerEntered entered -> with(number, question.enter());
            case Act.Checked checked -> with(number, question.seal(Seal.CHECKED));
            case Act.Played played -> with(number, question.play(played.response()));
            case Act.ProgramRun run -> with(number, question.run(run));
            case Act.Erased erased -> with(number, question.erase());
            case Act.StruckOut struck -> with(number, question.strike(struck.response(), struck.choice(), true));
            case Act.BroughtBack back -> with(number, question.strike(back.response(), back.choice(), false));
            case Act.Marked marked -> with(number, question.mark(true));
            case Act.Unmarked unmarked -> with(number, question.mark(false));
        };
    }

    private QuestionStates with(int number, Question changed) {
        Question[] others = questions.clone();
        others[number] = changed;
        return with(others);
    }

    private QuestionStates with(Question[] others) {
        return new QuestionStates(index, others, view, inView, walk);
    }

    private QuestionStates lookAt(int number) {
        Question[] others = questions.clone();
        sealThoseBehind(number, others);
        others[number] = others[number].look();
        return new QuestionStates(index, others, View.QUESTION, number, walk);
    }

    /** Where questions come one after the other, seals what the candidate moves on from by opening another one. */
    private void sealThoseBehind(int number, Question[] others) {
        PaperIndex.Place place = index.place(number);
        if (place.movement().isFree()) {
            return;
        }
        boolean all = place.movement().direction() == Direction.FORWARD;
        for (int i = place.first(); i < place.end(); i++) {
            Question other = others[i];
            boolean left = i != number && other.opened() && (all || other.completeness() == Completeness.FULL);
            if (left && other.seal() == Seal.NONE) {
                others[i] = other.seal(Seal.MOVED_ON);
            }
        }
    }

    /** Takes the question out of view and ends a walk. */
    QuestionStates show(View other) {
        return new QuestionStates(index, questions, other, NONE, null);
    }

    QuestionStates openStage(int stage) {
        return unsealStage(stage).show(View.QUESTION);
    }

    /** Lets the questions of a stage change that nothing else has sealed. */
    QuestionStates unsealStage(int stage) {
        return changeIn(stage, Question::unlock);
    }

    QuestionStates closeStage(int stage) {
        return changeIn(stage, Question::close).show(View.QUESTION);
    }

    private QuestionStates changeIn(int stage, UnaryOperator<Question> change) {
        PaperIndex.Range range = index.questions(stage);
        Question[] others = questions.clone();
        for (int i = range.first(); i < range.end(); i++) {
            others[i] = change.apply(others[i]);
        }
        return with(others);
    }

    /** Seals what was opened of a stage, because the candidate leaves the room for a break. */
    QuestionStates sealSeen(int stage) {
        Question[] others = questions.clone();
        for (int number : sealable(stage)) {
            others[number] = others[number].seal(Seal.BREAK);
        }
        QuestionStates sealed = with(others);
        return inView == NONE || others[inView].seal().canBeOpened() ? sealed : sealed.show(View.QUESTION);
    }

    /** Returns the questions of a stage that were opened and nothing has sealed yet. */
    List<Integer> sealable(int stage) {
        List<Integer> numbers = new ArrayList<>();
        PaperIndex.Range range = index.questions(stage);
        for (int i = range.first(); i < range.end(); i++) {
            if (questions[i].opened() && questions[i].seal().canBeOpened()) {
                numbers.add(i);
            }
        }
        return numbers;
    }

    QuestionStates beginWalk(Act.WalkBegun begun, int stage) {
        Walk begins = new Walk(begun.subset(), qualifying(begun, stage));
        return new QuestionStates(index, questions, view, inView, begins);
    }

    /** Returns the questions of a stage that a walk would go through. */
    List<ItemId> qualifying(Act.WalkBegun begun, int stage) {
        Set<ItemId> chosen = Set.copyOf(begun.chosen());
        List<ItemId> items = new ArrayList<>();
        PaperIndex.Range range = index.questions(stage);
        for (int i = range.first(); i < range.end(); i++) {
            Question question = questions[i];
            boolean reachable = question.seal().canBeOpened()
                    && (question.opened() || index.place(i).movement().isFree());
            boolean named = chosen.isEmpty() || chosen.contains(question.item().id());
            if (reachable && named && begun.subset().holds(question.completeness(), question.marked())) {
                items.add(question.item().id());
            }
        }
        return items;
    }

    /** Returns the next question of the same stage in a direction that can be looked at, or -1 if there is none. */
    int neighbour(int number, int step) {
        int stage = index.place(number).stage();
        PaperIndex.Range range = index.questions(stage);
        int other = number + step;
        while (range.first() <= other
                && other < range.end()
                && !questions[other].seal().canBeOpened()) {
            other += step;
        }
        return range.first() <= other && other < range.end() ? other : -1;
    }

    /** Returns the question of the section of {@code number} that was opened last in order, or -1 if none was. */
    int furthest(int number) {
        PaperIndex.Place place = index.place(number);
        int last = place.end() - 1;
        while (last >= place.first() && !questions[last].opened()) {
            last--;
        }
        return last >= place.first() ? last : -1;
    }

    Optional<ItemId> inView() {
        return inView == NONE
                ? Optional.empty()
                : Optional.of(questions[inView].item().id());
    }

    /** Returns whether the end of the question in view must be seen and has not been. */
    boolean isEndWanted() {
        return inView != NONE
                && index.place(inView).movement().seeing()
                && questions[inView].seen() == Question.Seen.OPENED;
    }

    /** Credits time to the question in view, if one is. */
    QuestionStates spend(long millis) {
        return inView == NONE || millis == 0 ? this : with(inView, questions[inView].spend(millis));
    }
}
