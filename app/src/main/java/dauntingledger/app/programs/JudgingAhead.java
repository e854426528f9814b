package dauntingledger.app.programs;

import dauntingledger.app.exams.Exams;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.StandingChanged;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.sitting.Progress;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Has programs judged before anybody asks for marks: when they are handed in, and what was left when the server stopped. */
@Component
class JudgingAhead {

    private static final Logger log = LoggerFactory.getLogger(JudgingAhead.class);
    private static final int MOST_IN_A_TURN = 200;
    private static final Set<ExamState> UNMARKED = Set.of(ExamState.ANNOUNCED, ExamState.RUNNING, ExamState.CLOSED);

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Exams exams;
    private final Clock clock;
    private final ConcurrentLinkedQueue<SittingId> over = new ConcurrentLinkedQueue<>();

    JudgingAhead(Appointments appointments, Ledgers ledgers, Papers papers, Exams exams, Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.exams = exams;
        this.clock = clock;
    }

    /** Heard under the lock of the sitting: it is only noted here. */
    @EventListener
    void changed(StandingChanged change) {
        if (change.standing().progress() == Progress.HANDED_IN) {
            over.add(change.standing().sitting());
        }
    }

    /** Notes all sittings of exams that have programs and no results yet. */
    @EventListener(ApplicationReadyEvent.class)
    void started() {
        Set<PaperRef> withPrograms = papers.all().stream()
                .filter(paper -> papers.marking(paper, List.of()).hasPrograms())
                .collect(Collectors.toSet());
        Set<String> names =
                withPrograms.stream().map(paper -> paper.id().value()).collect(Collectors.toSet());
        if (!names.isEmpty()) {
            exams.in(UNMARKED, names).stream()
                    .filter(exam -> withPrograms.contains(exam.paper()))
                    .flatMap(exam -> appointments.of(exam.id()).stream())
                    .map(Appointment::sitting)
                    .forEach(over::add);
        }
    }

    @Scheduled(fixedDelayString = "${exam.programs.look:1s}")
    void look() {
        Set<SittingId> taken = new HashSet<>();
        for (SittingId sitting = over.poll();
                sitting != null;
                sitting = taken.size() < MOST_IN_A_TURN ? over.poll() : null) {
            taken.add(sitting);
        }
        taken.forEach(this::ask);
    }

    private void ask(SittingId sitting) {
        try {
            Optional<Appointment> found = appointments.find(sitting);
            if (found.isPresent()) {
                PaperMarking marking =
                        papers.marking(found.get().paper(), found.get().seed());
                if (marking.hasPrograms()) {
                    ledgers.openIfReadable(found.get(), clock.instant())
                            .map(Ledgers.Opened::sitting)
                            .filter(opened -> opened.route().progress() == Progress.HANDED_IN)
                            .ifPresent(marking::waiting);
                }
            }
        } catch (RuntimeException e) {
            log.warn("The programs of sitting {} are judged when somebody asks for its marks", sitting, e);
        }
    }
}
