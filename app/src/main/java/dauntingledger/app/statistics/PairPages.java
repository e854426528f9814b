package dauntingledger.app.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.similarity.Fingerprints;
import dauntingledger.rulebook.similarity.Written;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Two candidates beside each other: what both wrote, with what they share, and where both chose the same wrong option. */
@Component
class PairPages {

    private final Ledgers ledgers;
    private final KeyVersions keys;
    private final Papers papers;
    private final WallClock house;
    private final Clock clock;

    PairPages(Ledgers ledgers, KeyVersions keys, Papers papers, WallClock house, Clock clock) {
        this.ledgers = ledgers;
        this.keys = keys;
        this.papers = papers;
        this.house = house;
        this.clock = clock;
    }

    /** Two candidates; {@code texts} are of the questions that both wrote something to. */
    record Pair(List<Person> people, List<Texts> texts, List<Same> same) {}

    /** One of the two. */
    record Person(String number, String sitting, String from, String until) {}

    /** A question that both wrote something to. */
    record Texts(String number, String words, boolean asked, List<Piece> one, List<Piece> other) {}

    /** A piece of a text; {@code shared} if the other wrote it too, and hardly anybody else. */
    record Piece(String text, boolean shared) {}

    /** A question to which both gave the same wrong answer, and when each of them gave it last. */
    record Same(String number, String words, String label, String oneAt, String otherAt) {}

    /** @param item the question whose texts are shown open; the others can be opened */
    Pair of(Exam exam, CohortFindings findings, Appointment one, Appointment other, String item) {
        Instant now = clock.instant();
        Ledgers.Opened ones = ledgers.open(one, now);
        Ledgers.Opened others = ledgers.open(other, now);
        PaperText text = papers.text(exam.paper());
        List<Item> items = text.paper().items().toList();
        AnswerReader answers = new AnswerReader(keys.marking(exam), items);
        WallClock wall = house.in(exam.hours().zone());
        return new Pair(
                List.of(person(one, ones, wall), person(other, others, wall)),
                texts(text, answers, findings, ones.sitting(), others.sitting(), item),
                answers.sameWrong(ones.sitting(), others.sitting()).stream()
                        .map(asked -> same(text, asked, ones, others, wall))
                        .toList());
    }

    private static Person person(Appointment appointment, Ledgers.Opened opened, WallClock wall) {
        List<Entry> entries = opened.entries();
        return new Person(
                appointment.candidate(),
                appointment.sitting().toString(),
                entries.isEmpty()
                        ? ShownFigures.NONE
                        : wall.time(entries.getFirst().at()),
                entries.isEmpty()
                        ? ShownFigures.NONE
                        : wall.time(entries.getLast().at()));
    }

    private static List<Texts> texts(
            PaperText text, AnswerReader answers, CohortFindings findings, Sitting one, Sitting other, String asked) {
        Map<ItemId, String> ones = answers.texts(one);
        Map<ItemId, String> others = answers.texts(other);
        List<Texts> texts = new ArrayList<>();
        ones.forEach((item, written) -> Optional.ofNullable(others.get(item)).ifPresent(another -> {
            Written as = text.paper().item(item).flatMap(Written::of).orElse(Written.SENTENCES);
            Fingerprints prints = as.prints(written);
            Fingerprints otherPrints = as.prints(another);
            Set<Long> shared = new HashSet<>(prints.hashes());
            shared.retainAll(otherPrints.hashes());
            shared.removeAll(findings.common().getOrDefault(item, Set.of()));
            texts.add(new Texts(
                    text.number(item.value()),
                    requireNonNull(text.items().get(item)).firstWords(),
                    asked.isEmpty() || item.value().equals(asked),
                    pieces(written, prints.parts(shared::contains)),
                    pieces(another, otherPrints.parts(shared::contains))));
        }));
        return texts;
    }

    private static List<Piece> pieces(String text, List<Fingerprints.Part> shared) {
        List<Piece> pieces = new ArrayList<>();
        int done = 0;
        for (Fingerprints.Part part : shared) {
            if (part.from() > done) {
                pieces.add(new Piece(text.substring(done, part.from()), false));
            }
            pieces.add(new Piece(text.substring(part.from(), part.to()), true));
            done = part.to();
        }
        if (done < text.length()) {
            pieces.add(new Piece(text.substring(done), false));
        }
        return pieces;
    }

    private static Same same(
            PaperText text, AnswerReader.Asked asked, Ledgers.Opened one, Ledgers.Opened other, WallClock wall) {
        ItemId item = asked.item();
        Interaction choice = text.paper()
                .item(item)
                .flatMap(found -> found.interaction(asked.response()))
                .orElseThrow();
        return new Same(
                text.number(item.value()),
                requireNonNull(text.items().get(item)).firstWords(),
                one.sitting()
                        .questions()
                        .get(item)
                        .response(asked.response())
                        .map(choice::label)
                        .orElse(""),
                lastAt(one, item, asked.response(), wall),
                lastAt(other, item, asked.response(), wall));
    }

    private static String lastAt(Ledgers.Opened opened, ItemId item, ResponseId response, WallClock wall) {
        return opened.entries().stream()
                .filter(entry -> entry.act() instanceof Act.Answered answered
                        && answered.item().equals(item)
                        && answered.response().equals(response))
                .reduce((before, after) -> after)
                .map(entry -> wall.time(entry.at()))
                .orElse(ShownFigures.NONE);
    }
}
