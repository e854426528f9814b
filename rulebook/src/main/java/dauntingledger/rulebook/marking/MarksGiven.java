package dauntingledger.rulebook.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.List;
import java.util.Map;

/**
 * What a marker has given to an answer.
 *
 * @param points what each point that is there brings; the others bring nothing
 * @param adjustment by how much the marker goes above the points, or below; 0 for not at all
 * @param reason why; empty without an adjustment
 * @param remarks what is highlighted in the text
 */
public record MarksGiven(Map<PointId, Rational> points, Rational adjustment, String reason, List<Remark> remarks) {

    public static final int MOST_REASON = 400;
    public static final int MOST_REMARKS = 100;

    public MarksGiven {
        points = Map.copyOf(points);
        requireNonNull(adjustment, "adjustment");
        if (reason.length() > MOST_REASON) {
            throw new IllegalArgumentException(
                    "a reason has at most " + MOST_REASON + " characters, but this has " + reason.length());
        }
        remarks = List.copyOf(remarks);
        if (remarks.size() > MOST_REMARKS) {
            throw new IllegalArgumentException(
                    "an answer has at most " + MOST_REMARKS + " remarks, but this has " + remarks.size());
        }
    }

    public static MarksGiven points(Map<PointId, Rational> points) {
        return new MarksGiven(points, Rational.ZERO, "", List.of());
    }
}
