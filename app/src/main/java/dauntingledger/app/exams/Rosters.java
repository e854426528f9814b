package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Origin;
import dauntingledger.rulebook.exam.RosterColumn;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.exam.RosterLine;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Who sits an exam: by a file, and one by one. */
public interface Rosters {

    /** The centre of a candidate who is of none. */
    long NO_CENTRE = 0;

    /**
     * What a file would do to the roster of an exam. All that it says holds only if there are no findings.
     *
     * @param file its name
     * @param digest names its contents, for {@link #confirm}
     * @param same how many lines say what is so already
     */
    record Preview(
            String file,
            String digest,
            List<RosterFinding> findings,
            List<RosterLine> added,
            List<Change> changed,
            List<Who> removed,
            int same) {
        public Preview {
            findings = List.copyOf(findings);
            added = List.copyOf(added);
            changed = List.copyOf(changed);
            removed = List.copyOf(removed);
        }

        /** Returns whether it can be imported. */
        public boolean isGood() {
            return findings.isEmpty();
        }

        public boolean isWithoutEffect() {
            return added.isEmpty() && changed.isEmpty() && removed.isEmpty();
        }
    }

    /** Somebody, by number and name. */
    record Who(String number, String name) {}

    /** What is changed of somebody: each part as it was and as it becomes, in words. */
    record Change(Who who, List<String> was, List<String> becomes) {
        public Change {
            was = List.copyOf(was);
            becomes = List.copyOf(becomes);
        }
    }

    /** Checks a file, keeps it to be confirmed, and says what it would do; nothing else is changed. */
    Preview check(ExamId exam, String name, byte[] contents);

    /** Returns what the file would do that was sent last for an exam. */
    Optional<Preview> pending(ExamId exam);

    /**
     * Does what the file that was checked last would do now: all of it or nothing.
     *
     * @throws ExamChangeException if it is another file by now, it has findings by now, or somebody has come in
     */
    Preview confirm(ExamId exam, String digest);

    /**
     * Puts somebody on the roster, or changes them; what the line does not give stays as it is.
     *
     * @param centre which centre enters somebody who is new; {@link #NO_CENTRE} for none
     * @return what is wrong with it; then nothing is changed
     */
    List<RosterFinding> put(ExamId exam, Map<RosterColumn, String> cells, Origin origin, long centre);

    /** Puts somebody on the roster as {@link #put(ExamId, Map, Origin, long)} does, who is of no centre. */
    default List<RosterFinding> put(ExamId exam, Map<RosterColumn, String> cells, Origin origin) {
        return put(exam, cells, origin, NO_CENTRE);
    }

    /**
     * Takes somebody out.
     *
     * @throws ExamChangeException if they have come in, or the exam is not open to change
     */
    void remove(Appointment sitting);
}
