package dauntingledger.app.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperMarking;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.OnPaper;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.similarity.Written;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.statistics.Attempt;
import dauntingledger.rulebook.statistics.Attempt.Chosen;
import dauntingledger.rulebook.statistics.Attempt.Standing;
import dauntingledger.rulebook.statistics.ExamStatistics;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Reads the answers of a cohort in the form in which they are compared. Sittings may be read side by side. What many have in
 * common is kept once, and judged once.
 */
final class AnswerReader {

    private final PaperMarking marking;
    private final List<Item> items;
    private final List<Asked> choices;
    private final Map<ItemId, Set<Chosen>> accepted = new ConcurrentHashMap<>();
    private final Map<Entered, Chosen> entered = new ConcurrentHashMap<>();
    private final Map<Asked, Map<Value, Integer>> wrong = new ConcurrentHashMap<>();
    private final Map<Object, Object> once = new ConcurrentHashMap<>();

    AnswerReader(PaperMarking marking, List<Item> items) {
        this.marking = marking;
        this.items = List.copyOf(items);
        this.choices = items.stream()
                .filter(item -> marking.judge(item.id()) == ItemKey.Judge.RULES)
                .flatMap(item -> item.interactions().stream()
                        .filter(Choice.class::isInstance)
                        .map(choice -> new Asked(item.id(), choice.response())))
                .toList();
    }

    /** A choice of the paper. */
    record Asked(ItemId item, ResponseId response) {}

    /** What was entered somewhere. */
    private record Entered(ItemId item, ResponseId response, Value value) {}

    /** Returns how many choices there are whose wrong options are compared. */
    int choices() {
        return choices.size();
    }

    /** Returns what there is to be said of the items; call it when all sittings are read. */
    List<ExamStatistics.Question> questions() {
        return items.stream()
                .map(item ->
                        new ExamStatistics.Question(item.id(), marking.mostOf(item.id()), options(item), wanted(item)))
                .toList();
    }

    private static List<Chosen> options(Item item) {
        return item.interactions().stream()
                .filter(Choice.class::isInstance)
                .flatMap(choice ->
                        choice.options().stream().map(option -> new Chosen(choice.response(), option.value())))
                .toList();
    }

    private Set<Chosen> wanted(Item item) {
        return Stream.concat(
                        options(item).stream()
                                .filter(option -> marking.wants(item.id(), option.response(), option.value())),
                        accepted.getOrDefault(item.id(), Set.of()).stream())
                .collect(Collectors.toSet());
    }

    /** Returns what a candidate made of each item, in the order of the paper. */
    List<Attempt> attempts(Sitting sitting, Map<ItemId, Rational> given) {
        Map<ItemId, Question> asked = asked(sitting);
        return items.stream()
                .map(item -> Optional.ofNullable(asked.get(item.id()))
                        .map(question -> attempt(question, given))
                        .orElse(Attempt.NOT_ASKED))
                .toList();
    }

    /** Returns the questions that were drawn for a candidate. */
    private static Map<ItemId, Question> asked(Sitting sitting) {
        Map<ItemId, Question> asked = new HashMap<>();
        sitting.questions().all().forEach(question -> asked.put(question.item().id(), question));
        return asked;
    }

    private Attempt attempt(Question question, Map<ItemId, Rational> given) {
        return new Attempt(
                standing(question), once(marking.ownScore(question, given)), question.spent(), once(chosen(question)));
    }

    /** Returns an equal object that was met first, so that ten thousand equal ones take the room of one. */
    @SuppressWarnings("unchecked")
    private <T> T once(T object) {
        return (T) once.computeIfAbsent(object, same -> same);
    }

    private static Standing standing(Question question) {
        if (question.completeness() != Interaction.Completeness.BLANK) {
            return Standing.ANSWERED;
        }
        return question.opened() ? Standing.BLANK : Standing.NOT_REACHED;
    }

    private List<Chosen> chosen(Question question) {
        List<Chosen> chosen = new ArrayList<>();
        question.work()
                .responses()
                .forEach((response, value) -> question.item()
                        .interaction(response)
                        .ifPresent(interaction ->
                                chosen.addAll(chosen(question.item().id(), interaction, value))));
        return chosen;
    }

    private List<Chosen> chosen(ItemId item, Interaction interaction, Value value) {
        return switch (interaction) {
            case ExtendedText text -> List.of();
            case Program program -> List.of();
            case OnPaper paper -> List.of();
            case Choice choice ->
                value.elements().stream()
                        .map(element -> new Chosen(choice.response(), element))
                        .toList();
            default ->
                value.elements().isEmpty()
                        ? List.of()
                        : List.of(entered.computeIfAbsent(
                                new Entered(item, interaction.response(), value), one -> entered(one, interaction)));
        };
    }

    private Chosen entered(Entered one, Interaction interaction) {
        Value read = marking.read(one.item(), one.response(), one.value());
        Chosen said =
                new Chosen(one.response(), interaction.label(read.elements().isEmpty() ? one.value() : read));
        if (marking.accepts(one.item(), one.response(), one.value())) {
            accepted.computeIfAbsent(one.item(), none -> ConcurrentHashMap.newKeySet())
                    .add(said);
        }
        return said;
    }

    /** Returns, for each choice, which wrong answer was given to it; 0 for a right one and for none. */
    int[] wrong(Sitting sitting) {
        Map<ItemId, Question> asked = asked(sitting);
        return choices.stream()
                .mapToInt(choice -> Optional.ofNullable(asked.get(choice.item()))
                        .flatMap(question -> question.response(choice.response()))
                        .map(value -> wrong(choice, value))
                        .orElse(0))
                .toArray();
    }

    private int wrong(Asked choice, Value value) {
        Value unordered = value.with(value.elements().stream().sorted().toList());
        Map<Value, Integer> known = wrong.computeIfAbsent(choice, none -> new ConcurrentHashMap<>());
        Integer number = known.get(unordered);
        return number == null ? number(choice, unordered, known) : number;
    }

    private int number(Asked choice, Value value, Map<Value, Integer> known) {
        boolean right = marking.accepts(choice.item(), choice.response(), value);
        synchronized (known) {
            Integer number = known.putIfAbsent(value, right ? 0 : known.size() + 1);
            return number == null ? requireNonNull(known.get(value)) : number;
        }
    }

    /** Returns the choices to which both gave the same wrong answer. */
    List<Asked> sameWrong(Sitting one, Sitting other) {
        int[] ones = wrong(one);
        int[] others = wrong(other);
        List<Asked> same = new ArrayList<>();
        for (int i = 0; i < choices.size(); i++) {
            if (ones[i] != 0 && ones[i] == others[i]) {
                same.add(choices.get(i));
            }
        }
        return same;
    }

    /** Returns what was written, sentences and programs, by question; blanks are left out. */
    Map<ItemId, String> texts(Sitting sitting) {
        Map<ItemId, String> texts = new LinkedHashMap<>();
        sitting.questions()
                .all()
                .forEach(question -> text(question)
                        .ifPresent(text -> texts.put(question.item().id(), text)));
        return texts;
    }

    private static Optional<String> text(Question question) {
        String text = question.item().interactions().stream()
                .filter(interaction -> Written.of(interaction).isPresent())
                .flatMap(interaction -> question.response(interaction.response()).stream())
                .flatMap(value -> value.elements().stream())
                .collect(Collectors.joining("\n"));
        return text.isBlank() ? Optional.empty() : Optional.of(text);
    }
}
