package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** How far an exam has come. Each change has conditions; {@link #RUNNING} alone comes by itself, with the hour. */
public enum ExamState {
    /** The office works on it; candidates see nothing. */
    DRAFT,
    /** Candidates see it, and the door will open at its hour. */
    ANNOUNCED,
    /** The doors are open. */
    RUNNING,
    /** Nobody comes in any more, and nobody is inside. */
    CLOSED,
    /** Every answer has its marks. */
    MARKED,
    /** Candidates see their results. */
    RELEASED,
    /** It has left the pages of the candidates. */
    PUT_AWAY;

    /**
     * What the conditions look at.
     *
     * @param practised how many of its questions can be practised
     * @param admissionEnds from when on nobody new is admitted
     * @param candidates how many are on the roster
     * @param withoutChair how many of them have no chair in a room that has a plan
     * @param roomsWithoutInvigilator rooms in which somebody sits and that nobody of the exam's staff looks after
     * @param begun how many have come in
     * @param unfinished how many of these are not over
     * @param held how many entries wait for a decision
     * @param unmarked how many answers wait for a person's marks
     * @param fixed whether results are worked out of all marks there are
     */
    public record Facts(
            int practised,
            Instant admissionEnds,
            int candidates,
            int withoutChair,
            int roomsWithoutInvigilator,
            int begun,
            int unfinished,
            int held,
            int unmarked,
            boolean fixed) {
        public Facts {
            requireNonNull(admissionEnds, "admissionEnds");
        }
    }

    /** What keeps an exam from a state. */
    public enum Obstacle {
        NO_CANDIDATES,
        WITHOUT_CHAIR,
        ROOM_WITHOUT_INVIGILATOR,
        HOUR_HAS_PASSED,
        /** Somebody could have practised what it asks. */
        PRACTISED,
        ADMISSION_STILL_OPEN,
        UNFINISHED,
        HELD,
        UNMARKED,
        NOT_FIXED,
        BEGUN
    }

    /** Returns the state that the office can bring about next; none after the last, and none while it waits for the hour. */
    public Optional<ExamState> next() {
        return switch (this) {
            case DRAFT -> Optional.of(ANNOUNCED);
            case ANNOUNCED, RUNNING -> Optional.of(CLOSED);
            case CLOSED -> Optional.of(MARKED);
            case MARKED -> Optional.of(RELEASED);
            case RELEASED -> Optional.of(PUT_AWAY);
            case PUT_AWAY -> Optional.empty();
        };
    }

    /** Returns the state that it can be taken back to, so that a mistake can be put right. */
    public Optional<ExamState> back() {
        return switch (this) {
            case ANNOUNCED -> Optional.of(DRAFT);
            case MARKED -> Optional.of(CLOSED);
            case PUT_AWAY -> Optional.of(RELEASED);
            default -> Optional.empty();
        };
    }

    /** Returns this state at {@code now}: an announced exam is running once its doors are open. */
    public ExamState at(Instant doors, Instant now) {
        return this == ANNOUNCED && !now.isBefore(doors) ? RUNNING : this;
    }

    /** Returns whether candidates see an exam in this state among theirs. */
    public boolean isShown() {
        return this != DRAFT && this != PUT_AWAY;
    }

    /** Returns whether nobody sits it any more, and it is not put away: what is right can be shown to those who work here. */
    public boolean isOver() {
        return this == CLOSED || this == MARKED || this == RELEASED;
    }

    /** Returns whether the roster, the places and the hours can still be changed. */
    public boolean isOpenToChange() {
        return this == DRAFT || this == ANNOUNCED || this == RUNNING;
    }

    /** Returns what keeps an exam of which {@code facts} hold from this state at {@code now}. */
    public List<Obstacle> obstacles(Facts facts, Instant now) {
        List<Obstacle> obstacles = new ArrayList<>();
        switch (this) {
            case DRAFT -> add(obstacles, facts.begun() > 0, Obstacle.BEGUN);
            case ANNOUNCED -> {
                add(obstacles, facts.candidates() == 0, Obstacle.NO_CANDIDATES);
                add(obstacles, facts.withoutChair() > 0, Obstacle.WITHOUT_CHAIR);
                add(obstacles, facts.roomsWithoutInvigilator() > 0, Obstacle.ROOM_WITHOUT_INVIGILATOR);
                add(obstacles, !now.isBefore(facts.admissionEnds()), Obstacle.HOUR_HAS_PASSED);
                add(obstacles, facts.practised() > 0, Obstacle.PRACTISED);
            }
            case RUNNING -> throw new IllegalArgumentException("an exam runs by the hour, not by the office");
            case CLOSED -> {
                add(obstacles, now.isBefore(facts.admissionEnds()), Obstacle.ADMISSION_STILL_OPEN);
                add(obstacles, facts.unfinished() > 0, Obstacle.UNFINISHED);
            }
            case MARKED -> {
                add(obstacles, facts.held() > 0, Obstacle.HELD);
                add(obstacles, facts.unmarked() > 0, Obstacle.UNMARKED);
            }
            case RELEASED -> add(obstacles, !facts.fixed(), Obstacle.NOT_FIXED);
            case PUT_AWAY -> {}
        }
        return obstacles;
    }

    private static void add(List<Obstacle> obstacles, boolean holds, Obstacle obstacle) {
        if (holds) {
            obstacles.add(obstacle);
        }
    }
}
