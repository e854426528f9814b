package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * A limit over a run of stages. Its clock starts when the first of them is opened and ends when the last is left.
 *
 * @param limit more than zero, in whole seconds
 * @param first the first stage covered
 * @param last the last stage covered; the same as {@code first} for a single stage
 * @param warnings how much time is left when the candidate is told; each less than the limit, longest first
 */
public record TimeBox(BoxId id, String title, Duration limit, StageId first, StageId last, List<Duration> warnings) {

    public TimeBox {
        requireNonNull(id, "id");
        requireNonNull(title, "title");
        requireNonNull(limit, "limit");
        requireNonNull(first, "first");
        requireNonNull(last, "last");
        warnings = List.copyOf(warnings);
    }

    /** Returns what an author got wrong about it, a sentence each; empty if nothing is. */
    List<String> findings() {
        return new Requirements()
                .requireTitle(title, "the title")
                .requireSpan(limit, "the limit")
                .requireWarnings(warnings, limit)
                .found();
    }

    /** Returns the stages it covers, which stand in {@code order}; empty if it does not cover a run of them. */
    Optional<Run> run(List<StageId> order) {
        int from = order.indexOf(first);
        int to = order.indexOf(last);
        return from >= 0 && from <= to ? Optional.of(new Run(from, to)) : Optional.empty();
    }

    /** Places on a route, from one to another, both included. */
    record Run(int from, int to) {

        boolean contains(int place) {
            return from <= place && place <= to;
        }

        boolean contains(Run other) {
            return from <= other.from && other.to <= to;
        }

        boolean isApartFrom(Run other) {
            return to < other.from || other.to < from;
        }
    }
}
