package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Movement.Direction;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.sitting.Question.Seal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The questions of a sitting as they lie before the candidate: what each holds, which is in view, which are sealed. */
final class QuestionStates {

    final Question[] questions;
    private final PaperIndex index;

    View view = View.QUESTION;
    int inView = -1;

    @Nullable
    Walk walk;

    QuestionStates(PaperIndex index) {
        this.index = index;
        this.questions = index.items().stream().map(Question::untouched).toArray(Question[]::new);
    }

    QuestionStates(QuestionStates other) {
        this.index = other.index;
        this.questions = other.questions.clone();
        this.view = other.view;
        this.inView = other.inView;
        this.walk = other.walk;
    }

    /** Applies an act on a question that is permitted. */
    void apply(Act.OnItem act) {
        int number = index.indexOf(act.item());
        Question question = questions[number];
        switch (act) {
            case Act.QuestionOpened opened -> lookAt(number);
            case Act.EndSeen seen -> questions[number] = question.seeTheEnd();
            case Act.Answered answered -> questions[number] = question.answer(answered.response(), answered.value());
            case Act.AnswerEntered entered -> questions[number] = question.enter();
            case Act.Played played -> questions[number] = question.play(played.response());
            case Act.Erased erased -> questions[number] = question.erase();
            case Act.StruckOut struck -> questions[number] = question.strike(struck.response(), struck.choice(), true);
            case Act.BroughtBack back -> questions[number] = question.strike(back.response(), back.choice(), false);
            case Act.Marked marked -> questions[number] = question.mark(true);
            case Act.Unmarked unmarked -> questions[number] = question.mark(false);
        }
    }

    private void lookAt(int number) {
        sealThoseBehind(number);
        inView = number;
        view = View.QUESTION;
        questions[number] = questions[number].look();
    }

    /** Where questions come one after the other, seals what the candidate moves on from by opening another one. */
    private void sealThoseBehind(int number) {
        PaperIndex.Place place = index.place(number);
        if (place.movement().isFree()) {
            return;
        }
        boolean all = place.movement().direction() == Direction.FORWARD;
        for (int i = place.first(); i < place.end(); i++) {
            Question other = questions[i];
            boolean left = i != number && other.opened() && (all || other.completeness() == Completeness.FULL);
            if (left && other.seal() == Seal.NONE) {
                questions[i] = other.seal(Seal.MOVED_ON);
            }
        }
    }

    void show(View other) {
        inView = -1;
        walk = null;
        view = other;
    }

    void openStage(int stage) {
        clearView();
        unsealStage(stage);
    }

    /** Lets the questions of a stage change that nothing else has sealed. */
    void unsealStage(int stage) {
        PaperIndex.Range range = index.questions(stage);
        for (int i = range.first(); i < range.end(); i++) {
            questions[i] = questions[i].unlock();
        }
    }

    void closeStage(int stage) {
        clearView();
        PaperIndex.Range range = index.questions(stage);
        for (int i = range.first(); i < range.end(); i++) {
            questions[i] = questions[i].close();
        }
    }

    private void clearView() {
        show(View.QUESTION);
    }

    /** Seals what was opened of a stage, because the candidate leaves the room for a break. */
    void sealSeen(int stage) {
        for (int number : sealable(stage)) {
            questions[number] = questions[number].seal(Seal.BREAK);
        }
        if (inView >= 0 && !questions[inView].seal().canBeOpened()) {
            clearView();
        }
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

    void beginWalk(Act.WalkBegun begun, int stage) {
        walk = new Walk(begun.subset(), qualifying(begun, stage));
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

    /** Returns the next question of the same stage in a direction that can be looked at, or -1. */
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
        return inView < 0
                ? Optional.empty()
                : Optional.of(questions[inView].item().id());
    }

    void spend(long millis) {
        if (inView >= 0) {
            questions[inView] = questions[inView].spend(millis);
        }
    }
}
