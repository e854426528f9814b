package dauntingledger.app.papers;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import java.util.ArrayList;
import java.util.List;

/** Collects what is wrong with a package while it is read. */
final class Problems {

    private static final int MOST = 200;

    private final List<Problem> problems = new ArrayList<>();

    void add(String file, int line, String what) {
        if (problems.size() < MOST) {
            problems.add(new Problem(file, line, what));
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
