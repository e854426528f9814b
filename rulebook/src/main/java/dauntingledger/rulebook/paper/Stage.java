package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** One leg of a paper's route. A candidate is in at most one stage at a time and never goes back to an earlier one. */
public sealed interface Stage {

    StageId id();

    String title();

    /**
     * A text that must be accepted before the route goes on; declining it ends the sitting.
     *
     * @param textDigest SHA-256 of the text in UTF-8, as 64 lower-case hexadecimal digits; it is recorded with the
     *     acceptance, so that nobody can be held to another text
     * @param limit how long the text may be considered; running out is declining
     */
    record Notice(StageId id, String title, String textDigest, Optional<Duration> limit) implements Stage {
        public Notice {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            requireNonNull(textDigest, "textDigest");
            requireNonNull(limit, "limit");
        }
    }

    /** Pages to read at leisure; the candidate leaves them by opening the next stage. */
    record Instructions(StageId id, String title) implements Stage {
        public Instructions {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
        }
    }

    /** The sections between which the candidate may move; closed for good once left. */
    record Block(StageId id, String title, List<Section> sections) implements Stage {
        public Block {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            sections = List.copyOf(sections);
        }

        public int questions() {
            return sections.stream().mapToInt(Section::questions).sum();
        }
    }

    /**
     * What a browser knows of a block that is not open yet: that it is there, and how long it is.
     *
     * @param questions how many questions the block holds
     */
    record Unopened(StageId id, String title, int questions) implements Stage {
        public Unopened {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
        }
    }

    /**
     * A rest between blocks. It begins by itself when the stage before it closes, may be ended early, and its overrun
     * runs on the next stage's clock.
     *
     * @param length the longest the break lasts
     * @param clocks what the clocks of the time boxes around it do meanwhile
     */
    record Break(StageId id, String title, Duration length, Clocks clocks) implements Stage {
        public Break {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            requireNonNull(length, "length");
            requireNonNull(clocks, "clocks");
        }

        /** What the clocks of surrounding time boxes do during a break. */
        public enum Clocks {
            STAND_STILL,
            RUN_ON
        }
    }

    /**
     * The end of every route: the candidate confirms that the exam is finished.
     *
     * @param within how long the confirmation may take; then the exam is handed in by itself
     */
    record HandIn(StageId id, String title, Duration within) implements Stage {
        public HandIn {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            requireNonNull(within, "within");
        }
    }
}
