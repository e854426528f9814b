package dauntingledger.app.marking;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signing.Signatures;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.OnPaper;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Question;
import java.time.Clock;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * The answers of an exam that a person marks. Nobody is inside any more when they are marked, so they are read once and
 * kept for a while.
 */
@Component
class ExamAnswers {

    private static final int MOST_KEPT = 20;
    private static final Duration KEPT = Duration.ofMinutes(1);
    private static final int GROUP = 2;
    private static final int CODE = 5;
    private static final int KEY = 32;

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Signatures signatures;
    private final Clock clock;
    private final Cache<ExamId, List<Answer>> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterWrite(KEPT).build();

    ExamAnswers(Appointments appointments, Ledgers ledgers, Papers papers, Signatures signatures, Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.signatures = signatures;
        this.clock = clock;
    }

    /**
     * An answer without whose it is.
     *
     * @param code what markers call it, always the same; several can have the same
     * @param key names it among the answers of its exam, always the same; answers are shuffled by it
     * @param texts what was entered, one for each interaction that asks for something
     */
    record Answer(Source source, String code, String key, List<Text> texts) {

        /** Returns which candidate's answer it is; nothing of a sample. */
        Optional<AnswerId> id() {
            return source instanceof Source.Candidate candidate ? Optional.of(candidate.id()) : Optional.empty();
        }
    }

    /** Where an answer comes from. */
    sealed interface Source {
        record Candidate(AnswerId id) implements Source {}

        /** It is one with known marks. */
        record Sample(String id) implements Source {}
    }

    /**
     * What was entered for one interaction.
     *
     * @param response which interaction
     * @param words how many words it has, where it is a text; else 0
     * @param onPaper whether it is in the candidate's booklet, and only that it is there was entered
     */
    record Text(String response, String text, int words, boolean onPaper) {}

    /** Returns the answers of an exam to one question, in an order that tells nothing of whose they are. */
    List<Answer> of(Exam exam, ItemId item) {
        return of(exam).stream()
                .filter(answer ->
                        answer.id().filter(id -> id.item().equals(item)).isPresent())
                .toList();
    }

    List<Answer> of(Exam exam) {
        return kept.get(exam.id(), id -> read(exam));
    }

    private List<Answer> read(Exam exam) {
        Map<ItemId, MarkingScheme> schemes =
                papers.marking(exam.paper(), List.of()).schemes();
        return appointments.of(exam.id()).stream()
                .flatMap(sitting -> ledgers.openIfReadable(sitting, clock.instant()).stream()
                        .flatMap(opened -> opened.sitting().questions().all().stream())
                        .filter(question -> schemes.containsKey(question.item().id()))
                        .filter(question -> question.completeness() != Interaction.Completeness.BLANK)
                        .map(question -> answer(sitting, question)))
                .sorted(Comparator.comparing(Answer::key))
                .toList();
    }

    /** Both are made with the secret of the installation, so neither code nor key leads back to the sitting. */
    private Answer answer(Appointment sitting, Question question) {
        Item item = question.item();
        String key = key("marking", sitting.sitting().toString(), item.id().value());
        return new Answer(
                new Source.Candidate(new AnswerId(sitting.sitting().value(), item.id())),
                code(key),
                key,
                item.interactions().stream()
                        .flatMap(interaction -> text(interaction, question))
                        .toList());
    }

    private String key(String purpose, String... parts) {
        return signatures.of(purpose, parts).substring(0, KEY);
    }

    private static String code(String key) {
        String code = key.substring(0, CODE).toUpperCase(Locale.ROOT);
        return code.substring(0, GROUP) + "-" + code.substring(GROUP);
    }

    /** Returns the samples that are mixed into the answers that a marker sees, at places of this marker's own. */
    Stream<Answer> samples(Exam exam, Item item, MarkingScheme scheme, String marker) {
        String response = item.interactions().stream()
                .filter(Interaction::isAsked)
                .findFirst()
                .map(interaction -> interaction.response().value())
                .orElse("");
        return scheme.samples().stream().filter(MarkingScheme.Sample::mixedIn).map(sample -> {
            String key = key("sample", exam.id().toString(), item.id().value(), marker, sample.id());
            return new Answer(
                    new Source.Sample(sample.id()),
                    code(key),
                    key,
                    List.of(new Text(response, sample.answer(), ExtendedText.words(sample.answer()), false)));
        });
    }

    private static Stream<Text> text(Interaction interaction, Question question) {
        if (!interaction.isAsked()) {
            return Stream.empty();
        }
        Value value = question.response(interaction.response()).orElse(interaction.blank());
        return Stream.of(
                switch (interaction) {
                    case ExtendedText text ->
                        new Text(
                                text.response().value(),
                                String.join("\n", value.elements()),
                                ExtendedText.words(String.join(" ", value.elements())),
                                false);
                    case OnPaper booklet -> new Text(booklet.response().value(), "", 0, true);
                    default -> new Text(interaction.response().value(), interaction.label(value), 0, false);
                });
    }
}
