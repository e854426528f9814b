package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;

/**
 * What makes an answer to one item right, as QTI 3.0 says it: responses with what is correct, outcomes, and the rules
 * that work the outcomes out.
 *
 * @param outcomes the outcomes by name; there is a number {@value #SCORE} among them
 * @param judge who works out the score
 * @param template what makes its numbers anew for each candidate
 */
public record ItemKey(
        Map<ResponseId, ResponseKey> responses,
        Map<String, OutcomeVariable> outcomes,
        List<Rule> rules,
        Judge judge,
        Template template) {

    public static final String SCORE = "SCORE";
    public static final String MAX_SCORE = "MAXSCORE";

    public ItemKey {
        responses = Map.copyOf(responses);
        outcomes = Map.copyOf(outcomes);
        rules = List.copyOf(rules);
        requireNonNull(judge, "judge");
        requireNonNull(template, "template");
        if (!outcomes.containsKey(SCORE)) {
            throw new IllegalArgumentException("an item needs an outcome " + SCORE);
        }
    }

    /** The key of a question that is the same for everybody. */
    public ItemKey(
            Map<ResponseId, ResponseKey> responses,
            Map<String, OutcomeVariable> outcomes,
            List<Rule> rules,
            Judge judge) {
        this(responses, outcomes, rules, judge, Template.NONE);
    }

    /** Who works out a score. */
    public enum Judge {
        RULES,
        /** A marker, after the exam. */
        PERSON,
        /** Nobody: it was decided that every answer is right. */
        ALL_RIGHT,
        /** Nobody: it was decided that the item counts for nobody. */
        TAKEN_OUT
    }

    /**
     * What an answer came to.
     *
     * @param score the outcome SCORE
     * @param outcomes all outcomes
     * @param worths what the parts of each response brought, where they were judged each for itself
     * @param pending whether it is not known yet, because a program was not run
     */
    public record Judgement(
            Rational score, Map<String, Value> outcomes, Map<ResponseId, List<Worth>> worths, boolean pending) {}

    /** Judges what was entered; a response that is not in {@code given} is blank. */
    public Judgement judge(Map<ResponseId, Value> given) {
        Map<ResponseId, Value> read = new LinkedHashMap<>();
        responses.forEach((id, response) -> read.put(id, response.read(given.getOrDefault(id, response.blank()))));
        return judgeRead(read);
    }

    /** Judges values that are written as QTI 3.0 writes those of their base types, for every response one. */
    public Judgement judgeRead(Map<ResponseId, Value> values) {
        Map<ResponseId, Value> taken = new LinkedHashMap<>();
        values.forEach(
                (id, value) -> taken.put(id, requireNonNull(responses.get(id)).taken(value)));
        Scope scope = Scope.judging(this, taken);
        Rule.followAll(rules, scope);
        Map<String, Value> results = new LinkedHashMap<>();
        outcomes.keySet().forEach(name -> results.put(name, scope.variable(name)));
        return new Judgement(score(results), results, scope.worths(), awaits(taken));
    }

    private boolean awaits(Map<ResponseId, Value> values) {
        return responses.entrySet().stream()
                .anyMatch(response -> response.getValue()
                        .awaits(values.getOrDefault(
                                response.getKey(), response.getValue().blank())));
    }

    /** Returns this with how programs ended. */
    ItemKey with(Runs runs) {
        Map<ResponseId, ResponseKey> known = new LinkedHashMap<>();
        responses.forEach((id, response) -> known.put(id, response.with(runs)));
        return new ItemKey(known, outcomes, rules, judge, template);
    }

    /** Returns what programs are judged by, of each response that is one. */
    public Map<ResponseId, PartScoring.OfCases> programs() {
        Map<ResponseId, PartScoring.OfCases> programs = new LinkedHashMap<>();
        responses.forEach((id, response) -> response.cases().ifPresent(cases -> programs.put(id, cases)));
        return programs;
    }

    /**
     * Returns this for one candidate: with the values that its template draws, and with what they make correct.
     *
     * @param seed what the candidate's questions are drawn with
     */
    public ItemKey drawn(ItemId item, long seed) {
        if (!template.draws()) {
            return this;
        }
        Template.Drawn drawn = template.draw(this, item, seed);
        Map<ResponseId, ResponseKey> judged = new LinkedHashMap<>(responses);
        drawn.correct().forEach((id, correct) -> judged.computeIfPresent(id, (same, key) -> key.with(correct)));
        return new ItemKey(judged, outcomes, rules, judge, new Template(drawn.variables(), List.of()));
    }

    /**
     * Returns the most an answer can be worth: what MAXSCORE says, or the normal maximum of SCORE, or else what the
     * correct responses, the best of their mappings or all that their part scorings want are worth. It is zero where none of
     * these tells.
     */
    public Rational most() {
        Optional<Rational> declared = Optional.ofNullable(outcomes.get(MAX_SCORE))
                .flatMap(outcome -> number(outcome.initial()))
                .filter(most -> most.signum() > 0)
                .or(() -> requireNonNull(outcomes.get(SCORE)).normalMaximum());
        return declared.orElseGet(this::bestKnown);
    }

    /** Returns whether a response is a number. */
    public boolean isNumber(ResponseId response) {
        return requireNonNull(responses.get(response)).isNumeric();
    }

    /** Returns what was entered for a response in the form that it is judged in; what cannot be read is left out. */
    public Value read(ResponseId response, Value entered) {
        return requireNonNull(responses.get(response)).read(entered);
    }

    /**
     * Returns whether {@code entered} is all that a response can be: with every other response right, it loses nothing. A
     * response of which no right one is known accepts nothing.
     */
    public boolean accepts(ResponseId response, Value entered) {
        ResponseKey judged = requireNonNull(responses.get(response));
        return judged.right().isPresent() && isRight(response, judged.read(entered));
    }

    /** Returns whether an option is a right response or a part of one. */
    public boolean wants(ResponseId response, String option) {
        ResponseKey judged = requireNonNull(responses.get(response));
        return judged.right().filter(right -> right.elements().contains(option)).isPresent()
                || judged.correct().cardinality() == Value.Cardinality.SINGLE
                        && accepts(response, judged.correct().with(List.of(option)));
    }

    /**
     * Returns the item's own SCORE as far as nobody is asked for it: empty where a person marks it, while a program waits to be
     * run, and where it counts for nobody.
     *
     * @param blank whether nothing was entered
     * @param judgement what the rules make of what was entered
     */
    public Optional<Rational> ownScore(boolean blank, Supplier<Judgement> judgement) {
        return switch (judge) {
            case PERSON, TAKEN_OUT -> Optional.empty();
            case ALL_RIGHT -> Optional.of(blank ? judgement.get().score() : most());
            case RULES ->
                Optional.of(judgement.get())
                        .filter(judged -> blank || !judged.pending())
                        .map(Judgement::score);
        };
    }

    /**
     * Returns whether {@code entered} is a number that the key does not accept but would with twice the tolerance: half as
     * far from the correct number it is accepted.
     */
    public boolean nearlyAccepts(ResponseId response, Value entered) {
        ResponseKey judged = requireNonNull(responses.get(response));
        Value read = judged.read(entered);
        Value correct = judged.correct();
        if (!judged.isNumeric()
                || read.elements().size() != 1
                || correct.elements().size() != 1
                || isRight(response, read)) {
            return false;
        }
        Rational half = Rational.parse(read.elements().getFirst())
                .plus(Rational.parse(correct.elements().getFirst()))
                .dividedBy(Rational.of(2));
        return isRight(response, correct.with(List.of(half.toString())));
    }

    private boolean isRight(ResponseId response, Value read) {
        Map<ResponseId, Value> all = new LinkedHashMap<>();
        responses.forEach((id, key) -> all.put(id, key.right().orElseGet(key::blank)));
        Rational best = judgeRead(all).score();
        all.put(response, read);
        return best.signum() > 0 && judgeRead(all).score().compareTo(best) >= 0;
    }

    /** Returns this as {@code corrections} make it; those of other items change nothing. */
    ItemKey corrected(ItemId item, List<Correction> corrections) {
        ItemKey corrected = this;
        for (Correction correction : corrections) {
            if (correction.item().equals(item)) {
                corrected = corrected.corrected(correction);
            }
        }
        return corrected;
    }

    private ItemKey corrected(Correction correction) {
        return switch (correction) {
            case Correction.AlsoRight also -> with(also.response(), key -> key.alsoRight(also.value()));
            case Correction.StaysWrong wrong -> this;
            case Correction.Within within -> with(within.response(), key -> key.within(within.by()));
            case Correction.OfCase of -> with(of.response(), key -> key.corrected(of));
            case Correction.AllRight all -> new ItemKey(responses, outcomes, rules, Judge.ALL_RIGHT, template);
            case Correction.TakenOut out -> new ItemKey(responses, outcomes, rules, Judge.TAKEN_OUT, template);
        };
    }

    private ItemKey with(ResponseId response, UnaryOperator<ResponseKey> change) {
        Map<ResponseId, ResponseKey> changed = new LinkedHashMap<>(responses);
        changed.computeIfPresent(response, (id, key) -> change.apply(key));
        return new ItemKey(changed, outcomes, rules, judge, template);
    }

    /** Returns why this cannot be corrected so, or nothing if it can. */
    Optional<String> problem(Correction correction) {
        return switch (correction) {
            case Correction.AlsoRight also -> problem(also.response()).or(() -> entered(also.response(), also.value()));
            case Correction.StaysWrong wrong ->
                problem(wrong.response()).or(() -> entered(wrong.response(), wrong.value()));
            case Correction.Within within ->
                problem(within.response())
                        .or(() ->
                                requireNonNull(responses.get(within.response())).isNumeric()
                                        ? Optional.empty()
                                        : Optional.of("response '" + within.response()
                                                + "' is no number, so that no tolerance is of use to it"));
            case Correction.OfCase of -> problem(of);
            case Correction.AllRight all -> Optional.empty();
            case Correction.TakenOut out -> Optional.empty();
        };
    }

    private Optional<String> problem(Correction.OfCase of) {
        Optional<Cases> cases = Optional.ofNullable(responses.get(of.response()))
                .flatMap(ResponseKey::cases)
                .map(PartScoring.OfCases::cases);
        if (cases.filter(all -> all.all().stream().anyMatch(one -> one.number() == of.number()))
                .isEmpty()) {
            return Optional.of("response '" + of.response() + "' is judged by no case " + of.number());
        }
        boolean last = of.output().isEmpty() && cases.orElseThrow().all().size() == 1;
        return last
                ? Optional.of("no case would be left to judge by; take the question out instead")
                : Optional.empty();
    }

    private Optional<String> problem(ResponseId response) {
        ResponseKey known = responses.get(response);
        if (known == null) {
            return Optional.of("it has no response '" + response + "'");
        }
        return known.right().isPresent()
                ? Optional.empty()
                : Optional.of("the key names no correct response '" + response + "' that another could be as right as;"
                        + " take every answer for right, or take the question out");
    }

    private Optional<String> entered(ResponseId response, List<String> value) {
        return requireNonNull(responses.get(response)).canBe(value)
                ? Optional.empty()
                : Optional.of("'" + String.join(" ", value) + "' is nothing that can be entered for response '"
                        + response + "'");
    }

    private Rational bestKnown() {
        Map<ResponseId, Value> correct = new LinkedHashMap<>();
        responses.forEach((id, response) -> correct.put(id, response.correct()));
        Judgement judgement = judgeRead(correct);
        Rational mapped = responses.values().stream().map(ItemKey::best).reduce(Rational.ZERO, Rational::plus);
        Rational told = Optional.ofNullable(judgement.outcomes().get(MAX_SCORE))
                .flatMap(ItemKey::number)
                .orElse(Rational.ZERO);
        return told.signum() > 0 ? told : judgement.score().max(mapped);
    }

    private static Rational best(ResponseKey response) {
        int most = response.correct().cardinality() == Value.Cardinality.SINGLE ? 1 : 0;
        return response.measures().stream()
                .map(measure -> measure.best(most))
                .findFirst()
                .orElse(Rational.ZERO);
    }

    private static Rational score(Map<String, Value> outcomes) {
        return number(requireNonNull(outcomes.get(SCORE))).orElse(Rational.ZERO);
    }

    private static Optional<Rational> number(Value value) {
        return value.elements().stream().findFirst().map(Rational::parse);
    }
}
