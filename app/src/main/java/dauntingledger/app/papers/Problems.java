package dauntingledger.app.papers;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;

/** Collects what is wrong with a package while it is read, and what is left out of it although nothing is wrong. */
final class Problems {

    private static final int MOST = 200;

    private final List<Problem> problems;
    private final List<Problem> notes;
    private final UnaryOperator<String> file;

    Problems() {
        this(new ArrayList<>(), new ArrayList<>(), UnaryOperator.identity());
    }

    private Problems(List<Problem> problems, List<Problem> notes, UnaryOperator<String> file) {
        this.problems = problems;
        this.notes = notes;
        this.file = file;
    }

    /** Returns these problems for a reader that sees files under other names than the package has them. */
    Problems naming(UnaryOperator<String> fileInPackage) {
        return new Problems(problems, notes, fileInPackage);
    }

    void add(String where, int line, String what) {
        if (problems.size() < MOST) {
            problems.add(new Problem(file.apply(where), line, what));
        }
    }

    void add(XmlElement element, String what) {
        add(element.file(), element.line(), what);
    }

    /** Returns what {@code reading} makes of an element, or empty after noting why it makes nothing. */
    <T> Optional<T> attempt(XmlElement where, Supplier<T> reading) {
        try {
            return Optional.of(reading.get());
        } catch (IllegalArgumentException e) {
            add(where, String.valueOf(e.getMessage()));
            return Optional.empty();
        }
    }

    /** Runs {@code reading}, and notes why it ends early if it does. */
    void run(XmlElement where, Runnable reading) {
        attempt(where, () -> {
            reading.run();
            return true;
        });
    }

    /** Returns how many problems were noted so far. */
    int count() {
        return problems.size();
    }

    /** Says that something is left out, which keeps nothing from being read. */
    void note(XmlElement element, String what) {
        if (notes.size() < MOST) {
            notes.add(new Problem(file.apply(element.file()), element.line(), what));
        }
    }

    List<Problem> notes() {
        return List.copyOf(notes);
    }

    void throwIfAny() {
        if (!problems.isEmpty()) {
            throw new PackageRefusedException(problems, notes);
        }
    }
}
