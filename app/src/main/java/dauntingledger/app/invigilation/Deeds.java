package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.UnreadableLedgerException;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.stereotype.Component;
import org.springframework.web.ErrorResponseException;

/**
 * Does something to each of those who are chosen, and says what has come of it. Each act is judged by the rulebook for
 * each sitting; what two people press at once is done once, and the other is told so.
 */
@Component
class Deeds {

    private final Ledgers ledgers;
    private final Candidates candidates;
    private final Words words;
    private final Clock clock;

    Deeds(Ledgers ledgers, Candidates candidates, Words words, Clock clock) {
        this.ledgers = ledgers;
        this.candidates = candidates;
        this.words = words;
        this.clock = clock;
    }

    /**
     * What has come of an act.
     *
     * @param said in a sentence, with how many it was done to
     * @param problems a sentence for each to whom it was not
     */
    record Done(String said, List<String> problems) {
        Done {
            problems = List.copyOf(problems);
        }
    }

    /** What is done to one sitting; returns why it was not. */
    interface ToOne {
        Verdict to(Appointment sitting, Instant now);
    }

    Done to(Chosen chosen, String what, Act act) {
        return to(chosen.sittings(), what, (sitting, now) -> record(sitting, act, now));
    }

    Done to(List<Appointment> sittings, String what, ToOne act) {
        Instant now = clock.instant();
        List<String> problems = new ArrayList<>();
        int done = 0;
        for (Appointment sitting : sittings) {
            String problem = problem(sitting, act, now);
            if (problem.isEmpty()) {
                done++;
            } else {
                problems.add(words.say("board.problem", name(sitting), words.say("board.verdict." + problem)));
            }
        }
        return new Done(words.say("board.done." + what, done, sittings.size()), problems);
    }

    /** Returns why an act was not done, as the ending of a message key; most reasons cannot come up here. */
    private static String problem(Appointment sitting, ToOne act, Instant now) {
        try {
            Verdict verdict = act.to(sitting, now);
            return switch (verdict) {
                case PERMITTED -> "";
                case ALREADY_SO,
                        CLOCKS_CHANGED,
                        SITTING_OVER,
                        NOT_OPEN_YET,
                        WRONG_STAGE,
                        ON_BREAK,
                        PAUSED,
                        TIME_RAN_OUT,
                        NOT_NEEDED -> PlainNames.name(verdict);
                default -> PlainNames.name(Verdict.NOT_ON_THE_ROUTE);
            };
        } catch (UnreadableLedgerException e) {
            return "unreadable";
        }
    }

    Verdict record(Appointment sitting, Act act, Instant now) {
        return ledgers.record(sitting, act, now).verdict();
    }

    /** Returns what people call somebody here: the name, and the seat if there is one. */
    String name(Appointment sitting) {
        String name = candidates.find(sitting.candidate()).map(Candidate::name).orElse(sitting.candidate());
        return sitting.chair().isEmpty() ? name : name + " · " + sitting.chair();
    }

    /** @throws ErrorResponseException if none is given, or too long a one */
    String reason(String typed) {
        return required(typed, By.MOST_REASON, "reason");
    }

    /**
     * Returns what was typed.
     *
     * @param missing what to say if nothing was, as the ending of a message key
     */
    String required(String typed, int most, String missing) {
        if (typed.isBlank()) {
            throw wrong(missing);
        }
        return bounded(typed, most);
    }

    String bounded(String typed, int most) {
        if (typed.strip().length() > most) {
            throw wrong("long", most);
        }
        return typed.strip();
    }

    /** @throws ErrorResponseException for more than one, or all */
    Appointment theOne(Chosen chosen) {
        if (chosen.whole() || chosen.sittings().size() != 1) {
            throw wrong("one");
        }
        return chosen.sittings().getFirst();
    }

    /** Makes what says that something was asked for that cannot be done to anybody, and what to do instead. */
    ErrorResponseException wrong(String key, Object... arguments) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.UNPROCESSABLE_CONTENT, words.say("board.wrong." + key, arguments));
        return new ErrorResponseException(HttpStatus.UNPROCESSABLE_CONTENT, problem, null);
    }

    /** Returns what is said of something that was done to nobody in particular. */
    Done said(String what) {
        return new Done(words.say("board.done." + what), List.of());
    }
}
