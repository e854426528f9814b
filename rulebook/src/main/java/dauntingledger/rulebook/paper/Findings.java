package dauntingledger.rulebook.paper;

import java.util.ArrayList;
import java.util.List;

/** What is wrong with a paper, as it is found. */
final class Findings {

    private final List<Finding> found = new ArrayList<>();

    List<Finding> found() {
        return List.copyOf(found);
    }

    void require(boolean holds, String place, String problem) {
        if (!holds) {
            found.add(new Finding(place, problem));
        }
    }

    void requireTitle(String title, String place, String what) {
        add(place, new Requirements().requireTitle(title, what).found());
    }

    /** Adds what a part of the paper says is wrong with it. */
    void add(String place, List<String> problems) {
        problems.forEach(problem -> found.add(new Finding(place, problem)));
    }
}
