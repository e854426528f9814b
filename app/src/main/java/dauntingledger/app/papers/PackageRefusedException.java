package dauntingledger.app.papers;

import java.util.List;
import java.util.stream.Collectors;

/** Thrown when a package cannot be read; carries every reason. */
public final class PackageRefusedException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    private final transient List<Problem> problems;

    private final transient List<Problem> notes;

    PackageRefusedException(List<Problem> problems, List<Problem> notes) {
        super(problems.stream().map(Problem::toString).collect(Collectors.joining("\n")));
        this.problems = List.copyOf(problems);
        this.notes = List.copyOf(notes);
    }

    /** Returns what would have been left out although nothing is wrong with it. */
    public List<Problem> notes() {
        return notes;
    }

    /** Returns what keeps the package from being read. */
    public List<Problem> problems() {
        return problems;
    }

    /**
     * Something wrong in a package.
     *
     * @param file the path inside the package
     * @param line the line in the file, from 1, or 0 if it is about the file as a whole
     * @param what what is wrong, and what is allowed
     */
    public record Problem(String file, int line, String what) {
        /** Returns where it is: the file, and the line if it is about one. */
        public String place() {
            return file + (line > 0 ? ":" + line : "");
        }

        @Override
        public String toString() {
            return place() + ": " + what;
        }
    }
}
