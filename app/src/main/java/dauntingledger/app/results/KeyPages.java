package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.scoring.Correction;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** What the pages about the key of an exam share: when it is shown, and decisions in words. */
@Component
class KeyPages {

    private final ExamPages pages;
    private final Words words;
    private final Clock clock;

    KeyPages(ExamPages pages, Words words, Clock clock) {
        this.pages = pages;
        this.words = words;
        this.clock = clock;
    }

    /** What is right is shown to nobody before the exam is over. */
    boolean isOpen(Exam exam) {
        return exam.state(clock.instant()).isOver();
    }

    /** @throws ResponseStatusException 404 if there is no such exam, or its key is not shown */
    Exam open(long exam) {
        return Optional.of(pages.find(exam))
                .filter(this::isOpen)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Returns what is decided of an item, in words. */
    List<String> said(List<Correction> corrections, ItemId item) {
        return corrections.stream()
                .filter(one -> one.item().equals(item))
                .map(this::said)
                .toList();
    }

    private String said(Correction correction) {
        return switch (correction) {
            case Correction.AlsoRight also -> words.say("key.correction.also-right", String.join(", ", also.value()));
            case Correction.StaysWrong wrong ->
                words.say("key.correction.stays-wrong", String.join(", ", wrong.value()));
            case Correction.Within within -> words.say("key.correction.within", Numeral.write(within.by()));
            case Correction.AllRight all -> words.say("key.correction.all-right");
            case Correction.TakenOut out -> words.say("key.correction.taken-out");
        };
    }
}
