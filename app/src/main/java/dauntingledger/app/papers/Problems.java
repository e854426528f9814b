package dauntingledger.app.papers;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/** Collects what is wrong with a package while it is read. */
final class Problems {

    private static final int MOST = 200;

    private final List<Problem> problems;
    private final UnaryOperator<String> file;

    Problems() {
        this(new ArrayList<>(), UnaryOperator.identity());
    }

    private Problems(List<Problem> problems, UnaryOperator<String> file) {
        this.problems = problems;
        this.file = file;
    }

    /** Returns these problems for a reader that sees files under other names than the package has them. */
    Problems naming(UnaryOperator<String> fileInPackage) {
        return new Problems(problems, fileInPackage);
    }

    void add(String where, int line, String what) {
        if (problems.size() < MOST) {
            problems.add(new Problem(file.apply(where), line, what));
        }
    }

    void add(XmlElement element, String what) {
        add(element.file(), element.line(), what);
    }

    void throwIfAny() {
        if (!problems.isEmpty()) {
            throw new PackageRefusedException(problems);
        }
    }
}
