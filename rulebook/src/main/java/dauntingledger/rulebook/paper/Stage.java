package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.time.Duration;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * One leg of a paper's route. A candidate is in at most one stage at a time, and goes back to an earlier one only when a
 * sitting that is over is entered again.
 */
public sealed interface Stage {

    StageId id();

    String title();

    /** Returns how long it may last before time ends it, or empty if no limit of its own does. */
    default Optional<Duration> limit() {
        return Optional.empty();
    }

    /** Returns what happens when its own limit has run out. */
    default AtLimit atLimit() {
        return AtLimit.GOES_ON;
    }

    /** Returns how long the candidate has to stay; zero if they may go on at once. */
    default Duration least() {
        return Duration.ZERO;
    }

    /** Returns what the clocks of the time boxes around it do meanwhile. */
    default Clocks clocks() {
        return Clocks.RUN_ON;
    }

    /** Returns whether the candidate leaves it by going on, rather than by an act that is this stage's own. */
    default boolean isLeftByGoingOn() {
        return false;
    }

    /** Returns whether it belongs to the arrival, and so before the first block. */
    default boolean isArrival() {
        return false;
    }

    /** Returns whether it is a block of questions, known or not. */
    default boolean isBlock() {
        return false;
    }

    /** Returns whether it takes pictures, for which the candidate must have given consent before. */
    default boolean usesCamera() {
        return false;
    }

    /** Returns whether going on from it allows pictures to be taken. */
    default boolean consentsToCamera() {
        return false;
    }

    /** Returns this stage with the times that somebody with accommodations has. */
    default Stage granted(StageTimes times) {
        return this;
    }

    /** Returns this stage without a limit that a candidate could miss, as it is practised; a break keeps its length. */
    default Stage untimed() {
        return this;
    }

    /** Returns what an author got wrong about it, a sentence each; empty if nothing is. */
    default List<String> findings() {
        return List.of();
    }

    /** What happens when the limit of a stage has run out. */
    enum AtLimit {
        /** The route goes on: a block waits to be opened, anything else opens by itself. */
        GOES_ON,
        /** The next stage opens by itself, also if it is a block. */
        OPENS_NEXT,
        /** The candidate counts as having declined, and the sitting is over. */
        DECLINES
    }

    /** A stage between the door and the first question. */
    sealed interface Arriving extends Stage {

        @Override
        default boolean isArrival() {
            return true;
        }
    }

    /** The candidate confirms who they are and where they sit, or reports that something is wrong. */
    record Identity(StageId id, String title) implements Arriving {
        public Identity {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
        }
    }

    /**
     * The door. It opens by itself as soon as all ways are met.
     *
     * @param ways what must be met, at least one
     * @param tries how many wrong codes may be given before only the invigilator can admit
     * @param late what happens to a candidate who comes to the door after the window has closed
     */
    record Admission(StageId id, String title, Set<Way> ways, int tries, Late late) implements Arriving {

        private static final int MOST_TRIES = 20;

        public Admission {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            ways = Set.copyOf(ways);
            requireNonNull(late, "late");
        }

        /** What opens a door. */
        public enum Way {
            /** The instant of the appointment has come. */
            SCHEDULE,
            /** The code of this sitting was given. */
            CODE,
            /** The invigilator gives leave. */
            LEAVE
        }

        /** What becomes of somebody who comes late. */
        public enum Late {
            NOT_ADMITTED,
            BY_LEAVE
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .require(!ways.isEmpty(), "an admission must have at least one way")
                    .require(
                            tries >= 1 && tries <= MOST_TRIES,
                            "tries must be 1 to " + MOST_TRIES + ", but were " + tries)
                    .found();
        }
    }

    /**
     * The computer and the room are tried out; left when every line passes or the invigilator excuses it.
     *
     * @param lines what is checked, in this order
     */
    record StationCheck(StageId id, String title, List<StationLine> lines) implements Arriving {
        public StationCheck {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            lines = List.copyOf(lines);
        }

        @Override
        public boolean usesCamera() {
            return lines.contains(StationLine.CAMERA);
        }

        @Override
        public boolean isLeftByGoingOn() {
            return true;
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .require(
                            !lines.isEmpty() && new HashSet<>(lines).size() == lines.size(),
                            "a station check must have at least one line, and none twice")
                    .found();
        }
    }

    /** A picture of the candidate is taken and kept with the sitting. */
    record Portrait(StageId id, String title) implements Arriving {
        public Portrait {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
        }

        @Override
        public boolean usesCamera() {
            return true;
        }
    }

    /** The candidate chooses among the languages of the paper. */
    record LanguageChoice(StageId id, String title) implements Arriving {
        public LanguageChoice {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
        }
    }

    /** The candidate gives or confirms details of theirs, such as how they can be reached. */
    record Details(StageId id, String title, List<Detail> fields) implements Arriving {
        public Details {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            fields = List.copyOf(fields);
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .require(
                            !fields.isEmpty() && fields.size() <= Detail.MOST,
                            "a stage of details must ask for 1 to " + Detail.MOST)
                    .require(
                            fields.stream().map(Detail::id).distinct().count() == fields.size(),
                            "a stage of details must not ask for anything twice")
                    .found();
        }
    }

    /** The way into the try-out of the room, where nothing counts; left when the candidate goes on. */
    record TryOut(StageId id, String title) implements Arriving {
        public TryOut {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
        }

        @Override
        public boolean isLeftByGoingOn() {
            return true;
        }
    }

    /**
     * A text that must be accepted before the route goes on; declining it ends the sitting.
     *
     * @param version 1 or more; counts up whenever the text changes
     * @param textDigests SHA-256 of the text in UTF-8 in each language of the paper, as 64 lower-case hexadecimal
     *     digits; the one shown is recorded with the acceptance, so that nobody can be held to another text
     * @param limit how long the text may be considered; running out is declining
     * @param confirmation what accepting takes
     * @param consentToCamera whether accepting allows pictures to be taken
     * @param keepsAppointment whether a candidate who declined may come back and decide again
     */
    record Notice(
            StageId id,
            String title,
            int version,
            Set<String> textDigests,
            Optional<Duration> limit,
            Confirmation confirmation,
            boolean consentToCamera,
            boolean keepsAppointment)
            implements Stage {
        public Notice {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            textDigests = Set.copyOf(textDigests);
            requireNonNull(limit, "limit");
            requireNonNull(confirmation, "confirmation");
        }

        @Override
        public AtLimit atLimit() {
            return AtLimit.DECLINES;
        }

        @Override
        public boolean consentsToCamera() {
            return consentToCamera;
        }

        @Override
        public Stage granted(StageTimes times) {
            return new Notice(
                    id,
                    title,
                    version,
                    textDigests,
                    limit.map(times::longer),
                    confirmation,
                    consentToCamera,
                    keepsAppointment);
        }

        @Override
        public Stage untimed() {
            return new Notice(
                    id, title, version, textDigests, Optional.empty(), confirmation, consentToCamera, keepsAppointment);
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .require(version >= 1, "the version must be 1 or more, but was " + version)
                    .require(
                            !textDigests.isEmpty() && textDigests.stream().allMatch(Notice::isDigest),
                            "the text digests must be 64 lower-case hexadecimal digits each")
                    .requireSpan(limit, "the time to accept")
                    .require(
                            confirmation.isComplete(),
                            "a statement to tick or to copy must be there, and none where neither is asked")
                    .found();
        }

        private static boolean isDigest(String text) {
            return text.length() == 64 && text.chars().allMatch(c -> (c >= '0' && c <= '9') || (c >= 'a' && c <= 'f'));
        }
    }

    /**
     * Pages to read; the candidate leaves them by their own act.
     *
     * @param readingTime after this time the next stage opens by itself; untimed without
     * @param least before this time they cannot be left
     * @param clocks what the clocks of the time boxes around them do meanwhile
     */
    record Instructions(StageId id, String title, Optional<Duration> readingTime, Duration least, Clocks clocks)
            implements Stage {
        public Instructions {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            requireNonNull(readingTime, "readingTime");
            requireNonNull(least, "least");
            requireNonNull(clocks, "clocks");
        }

        @Override
        public boolean isLeftByGoingOn() {
            return true;
        }

        @Override
        public Optional<Duration> limit() {
            return readingTime;
        }

        @Override
        public AtLimit atLimit() {
            return readingTime.isPresent() ? AtLimit.OPENS_NEXT : AtLimit.GOES_ON;
        }

        @Override
        public Stage granted(StageTimes times) {
            return new Instructions(id, title, readingTime.map(times::longer), least, clocks);
        }

        @Override
        public Stage untimed() {
            return new Instructions(id, title, Optional.empty(), Duration.ZERO, clocks);
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .requireSpan(readingTime, "the reading time")
                    .requireLeast(least, readingTime, "the least reading time")
                    .found();
        }
    }

    /**
     * The sections between which the candidate may move; closed for good once left.
     *
     * @param review whether there is a review page before the block is closed
     */
    record Block(StageId id, String title, List<Section> sections, boolean review) implements Stage {
        public Block {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            sections = List.copyOf(sections);
        }

        public int questions() {
            return sections.stream().mapToInt(Section::questions).sum();
        }

        /** Returns all items in their order. */
        public Stream<Item> items() {
            return sections.stream().flatMap(Section::items);
        }

        /** Returns what all questions together are worth. */
        public Rational marks() {
            return items().map(Item::marks).reduce(Rational.ZERO, Rational::plus);
        }

        /** Returns the number of each question, which is its place in the block, from 1. */
        public Map<ItemId, Integer> numbers() {
            Map<ItemId, Integer> numbers = new LinkedHashMap<>();
            items().forEach(item -> numbers.put(item.id(), numbers.size() + 1));
            return numbers;
        }

        Block drawn(long seed) {
            return new Block(
                    id,
                    title,
                    sections.stream().map(section -> section.drawn(seed)).toList(),
                    review);
        }

        /** Returns whether all questions may be looked at in any order. */
        public boolean isFree() {
            return sections.stream().map(Section::movement).allMatch(Movement::isUnbound);
        }

        @Override
        public boolean isBlock() {
            return true;
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .require(!sections.isEmpty(), "a block must hold at least one section")
                    .found();
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

        @Override
        public boolean isBlock() {
            return true;
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .require(questions > 0, "a block must hold at least one question")
                    .found();
        }
    }

    /**
     * A rest between blocks. It begins by itself when the stage before it closes, and its overrun runs on the next
     * stage's clock.
     *
     * @param length the longest the break lasts
     * @param least before this time it cannot be ended; zero for a break that may be skipped
     * @param clocks what the clocks of the time boxes around it do meanwhile
     * @param signInAgain whether the candidate signs in again on return
     */
    record Break(StageId id, String title, Duration length, Duration least, Clocks clocks, boolean signInAgain)
            implements Stage {
        public Break {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            requireNonNull(length, "length");
            requireNonNull(least, "least");
            requireNonNull(clocks, "clocks");
        }

        public boolean isOptional() {
            return least.isZero();
        }

        @Override
        public Optional<Duration> limit() {
            return Optional.of(length);
        }

        @Override
        public AtLimit atLimit() {
            return AtLimit.OPENS_NEXT;
        }

        @Override
        public Stage granted(StageTimes times) {
            return new Break(id, title, times.longerBreak(length), least, times.clocks(clocks), signInAgain);
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .requireSpan(limit(), "the length of the break")
                    .requireLeast(least, limit(), "the least length of the break")
                    .found();
        }
    }

    /**
     * The end of every route: the candidate confirms that the exam is finished.
     *
     * @param within how long the confirmation may take; then the exam is handed in by itself
     * @param finish from when on the candidate can close the last block and so come here
     */
    record HandIn(StageId id, String title, Duration within, Finish finish) implements Stage {
        public HandIn {
            requireNonNull(id, "id");
            requireNonNull(title, "title");
            requireNonNull(within, "within");
            requireNonNull(finish, "finish");
        }

        @Override
        public Optional<Duration> limit() {
            return Optional.of(within);
        }

        @Override
        public Stage untimed() {
            return new HandIn(id, title, within, Finish.AT_ANY_TIME);
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .requireSpan(limit(), "the time to confirm")
                    .requireAll(finish.findings())
                    .found();
        }
    }
}
