package dauntingledger.app.papers;

import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.PartScoring;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How answers to a paper are judged, by its key and what was decided about that after the exam. The key stays inside. */
public final class PaperMarking {

    private final ReadPaper paper;

    PaperMarking(ReadPaper paper) {
        this.paper = paper;
    }

    /** Returns how the answers of one candidate are judged, whose questions are drawn with {@code seed}. */
    public PaperMarking drawn(long seed) {
        return new PaperMarking(paper.drawn(seed));
    }

    /** Returns what a person marks by, of each item that one marks. */
    public Map<ItemId, MarkingScheme> schemes() {
        return paper.schemes();
    }

    /** Returns what a person marks the answers to an item by; empty if nobody does. */
    public Optional<MarkingScheme> scheme(ItemId item) {
        return Optional.ofNullable(paper.schemes().get(item));
    }

    /** Returns the most that an answer to an item can be worth, in the item's own SCORE. */
    public Rational mostOf(ItemId item) {
        return paper.key().of(item).most();
    }

    /**
     * Marks a sitting.
     *
     * @param given the item's own SCORE, of each item that a person has marked
     */
    public Score score(Sitting sitting, Map<ItemId, Rational> given) {
        return Score.of(paper.key(), sitting, given);
    }

    /**
     * Returns an item's own SCORE; empty while an answer waits for a person, and where the item counts for nobody.
     *
     * @param given what people gave to the items of this sitting
     */
    public Optional<Rational> ownScore(Question question, Map<ItemId, Rational> given) {
        ItemId item = question.item().id();
        ItemKey key = paper.key().of(item);
        boolean blank = question.completeness() == Interaction.Completeness.BLANK;
        if (key.judge() == ItemKey.Judge.PERSON) {
            return blank ? Optional.of(Rational.ZERO) : Optional.ofNullable(given.get(item));
        }
        return key.ownScore(blank, () -> key.judge(question.work().responses()));
    }

    /** Returns whether an option is a right response or a part of one. */
    public boolean wants(ItemId item, ResponseId response, String option) {
        return paper.key().of(item).wants(response, option);
    }

    /** Returns what the programs in answer to an item are judged by, by response; none for other items. */
    public Map<ResponseId, PartScoring.OfCases> programs(ItemId item) {
        return paper.key().of(item).programs();
    }

    /** Returns whether any item is answered by a program. */
    public boolean hasPrograms() {
        return paper.key().items().values().stream()
                .anyMatch(key -> !key.programs().isEmpty());
    }

    /** Returns how many programs of a sitting wait to be run before their marks are known. */
    public int waiting(Sitting sitting) {
        return (int) sitting.questions().all().stream()
                .filter(question -> waits(question))
                .count();
    }

    /** Returns whether the answer to a question waits for a program to be run. */
    public boolean waits(Question question) {
        return programs(question.item().id()).entrySet().stream()
                .anyMatch(one -> question.response(one.getKey())
                        .filter(one.getValue()::awaits)
                        .isPresent());
    }

    /** Returns who works out the score of an item. */
    public ItemKey.Judge judge(ItemId item) {
        return paper.key().of(item).judge();
    }

    /** Returns whether a response is a number. */
    public boolean isNumber(ItemId item, ResponseId response) {
        return paper.key().of(item).isNumber(response);
    }

    /** Returns what was entered as it is judged; what cannot be read is left out. */
    public Value read(ItemId item, ResponseId response, Value entered) {
        return paper.key().of(item).read(response, entered);
    }

    /** Returns whether a response loses nothing; see {@link ItemKey#accepts}. */
    public boolean accepts(ItemId item, ResponseId response, Value entered) {
        return paper.key().of(item).accepts(response, entered);
    }

    /** Returns whether a number is just outside of what is accepted; see {@link ItemKey#nearlyAccepts}. */
    public boolean nearlyAccepts(ItemId item, ResponseId response, Value entered) {
        return paper.key().of(item).nearlyAccepts(response, entered);
    }

    /** Returns why the key cannot be corrected so, or nothing if it can. */
    public Optional<String> problem(Correction correction) {
        return paper.key().problem(correction);
    }

    /**
     * Says how a sitting's marks came about, question by question, with what the author has to say in {@code language}.
     *
     * @param given the item's own SCORE, of each item that a person has marked
     */
    public List<Papers.Explained> explain(String language, Sitting sitting, Map<ItemId, Rational> given) {
        return sitting.questions().all().stream()
                .map(question -> explain(language, question, given))
                .toList();
    }

    /** Says of one question what {@link #explain(String, Sitting, Map)} says of all. */
    public Papers.Explained explain(String language, Question question, Map<ItemId, Rational> given) {
        Score.Explanation explanation = Score.explain(paper.key(), question, given);
        return new Papers.Explained(
                question,
                explanation,
                paper.feedbackIn(language, question.item().id()).stream()
                        .filter(feedback -> feedback.isFor(explanation.outcomes()))
                        .map(Feedback::html)
                        .toList(),
                runs(question));
    }

    private Map<ResponseId, List<Papers.Ran>> runs(Question question) {
        Map<ResponseId, List<Papers.Ran>> runs = new LinkedHashMap<>();
        programs(question.item().id())
                .forEach((response, judged) -> question.response(response)
                        .flatMap(judged::endings)
                        .ifPresent(endings -> {
                            List<Papers.Ran> ran = new ArrayList<>();
                            for (Case one : judged.cases().all()) {
                                ran.add(new Papers.Ran(one.number(), one.shown(), endings.get(ran.size())));
                            }
                            runs.put(response, List.copyOf(ran));
                        }));
        return runs;
    }
}
