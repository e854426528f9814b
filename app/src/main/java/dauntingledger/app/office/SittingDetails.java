package dauntingledger.app.office;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Privileges;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.PlainNames;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What the office sees of one sitting. */
@Component
class SittingDetails {

    private final Ledgers ledgers;
    private final Papers papers;
    private final Candidates candidates;
    private final Privileges privileges;
    private final WallClock wall;

    SittingDetails(Ledgers ledgers, Papers papers, Candidates candidates, Privileges privileges, WallClock wall) {
        this.ledgers = ledgers;
        this.papers = papers;
        this.candidates = candidates;
        this.privileges = privileges;
        this.wall = wall;
    }

    /**
     * A sitting with all that the office can do about it.
     *
     * @param held how many entries wait for a decision
     */
    record Details(
            String sitting,
            Candidate candidate,
            String exam,
            String seat,
            String when,
            String state,
            List<String> granted,
            boolean booklet,
            int held) {

        public boolean isUntouched() {
            return state.equals("before");
        }

        public boolean isOver() {
            return state.equals("handed-in") || state.equals("declined") || state.equals("ended");
        }
    }

    /** Returns how a sitting stands at {@code now}, and what is known of it. */
    Details of(Appointment appointment, Instant now) {
        Paper paper = papers.text(appointment.paper()).paper();
        Terms terms = appointment.terms();
        Optional<Ledgers.Opened> opened = ledgers.openIfReadable(appointment, now);
        return new Details(
                appointment.sitting().toString(),
                candidates.find(appointment.candidate()).orElseThrow(),
                paper.title(),
                appointment.chair(),
                terms.window().isBounded() ? wall.dayAndMinute(terms.window().opens()) : "",
                opened.map(readable ->
                                PlainNames.name(readable.sitting().route().progress()))
                        .orElse("unreadable"),
                privileges.of(paper, terms),
                Booklets.isNeededFor(paper),
                opened.map(Ledgers.Opened::waiting).orElse(0));
    }
}
