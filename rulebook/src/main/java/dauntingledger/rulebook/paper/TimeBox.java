package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;

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
}
