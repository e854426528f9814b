package dauntingledger.rulebook.program;

import java.util.List;
import java.util.Optional;

/** How programs ended that somebody ran. */
@FunctionalInterface
public interface Runs {

    /** Nothing was run. */
    Runs NONE = (program, cases) -> Optional.empty();

    /** Returns how {@code program} ended in each of {@code cases}, in their order; empty if it was not run in them yet. */
    Optional<List<Ending>> of(Source program, Cases cases);
}
