package dauntingledger.rulebook.paper;

import java.util.List;

/** A way of practising a paper, which makes another paper of it for this sitting. */
public enum PracticeMode {
    /** Without clocks; each question can be checked, which shows what is right and seals it. */
    LEARN(true),
    /** By the rules of the paper. */
    REHEARSE(false),
    /** By the rules of the paper, but without clocks. */
    UNTIMED(true);

    private final boolean untimed;

    PracticeMode(boolean untimed) {
        this.untimed = untimed;
    }

    /** Returns whether no clock runs down. */
    public boolean isUntimed() {
        return untimed;
    }

    /**
     * Returns {@code paper} as it is practised.
     *
     * @throws IllegalArgumentException if the paper cannot be practised so; an official one cannot at all
     */
    public Paper applyTo(Paper paper) {
        Practice practice = paper.rules()
                .practice()
                .filter(offered -> offered.modes().contains(this))
                .orElseThrow(() -> new IllegalArgumentException(
                        "paper '" + paper.id() + "' cannot be practised in the mode " + this));
        Paper made = untimed ? untimed(paper) : paper;
        return made.with(made.rules().with(practice.in(this)));
    }

    private static Paper untimed(Paper paper) {
        return paper.with(paper.route().stream().map(Stage::untimed).toList(), List.of())
                .with(paper.rules().untimed());
    }
}
