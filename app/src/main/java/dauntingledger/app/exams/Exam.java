package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.exam.ExamHours;
import dauntingledger.rulebook.exam.ExamState;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * A paper on a day, with its places and its staff.
 *
 * @param state as the office has set it; whether it runs follows from the time, see {@link #state(Instant)}
 * @param codes the rooms of the exam, each with the code that opens its door where the paper asks for one
 * @param homeCode the same code for those at home; empty if nobody sits it there
 * @param staff the numbers of those who work on the day
 * @param timesMoved how often its hours were changed after it had been announced
 * @param reentry whether invigilators may let a candidate in again whose sitting is over
 * @param chairSeed what chairs were last given by; 0 if they were not
 */
public record Exam(
        ExamId id,
        String title,
        PaperRef paper,
        ExamHours hours,
        ExamState state,
        Map<RoomId, String> codes,
        Optional<String> homeCode,
        Set<String> staff,
        int timesMoved,
        boolean reentry,
        long chairSeed) {

    public Exam {
        requireNonNull(id, "id");
        requireNonNull(title, "title");
        requireNonNull(paper, "paper");
        requireNonNull(hours, "hours");
        requireNonNull(state, "state");
        codes = Collections.unmodifiableMap(new LinkedHashMap<>(codes));
        requireNonNull(homeCode, "homeCode");
        staff = Collections.unmodifiableSet(new TreeSet<>(staff));
    }

    /** Returns how far it has come at {@code now}. */
    public ExamState state(Instant now) {
        return state.at(hours.window().doors(), now);
    }

    /** Returns the code for a place; empty where nobody is placed yet. */
    public String code(Optional<RoomId> room) {
        return room.map(in -> codes.getOrDefault(in, "")).orElseGet(() -> homeCode.orElse(""));
    }

    /** Returns whether somebody who is put on the roster at {@code now} can still sit it. */
    public boolean admits(Instant now) {
        return state.isOpenToChange() && now.isBefore(hours.window().closes());
    }

    public boolean isAtHome() {
        return homeCode.isPresent();
    }
}
