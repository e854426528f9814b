package dauntingledger.app.staff;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Those who work in this installation. */
public interface Staff {

    /** The centre of everybody who is of none. */
    long NO_CENTRE = 0;

    /** The place of every sitting that is in no room. */
    long NO_ROOM = 0;

    /** What a number of somebody who works here looks like; it cannot be one of digits alone. */
    Pattern NUMBER = Pattern.compile("[A-Z][A-Z0-9]*(-[A-Z0-9]+)*");

    int LONGEST_NUMBER = 32;

    /** How somebody stands here. */
    enum Standing {
        /** Has a link, and no password yet. */
        INVITED,
        ACTIVE,
        /** Has left; the number stays taken. */
        ENDED
    }

    /**
     * Somebody who works here.
     *
     * @param number what they sign in with
     * @param email where their links go; may be empty
     * @param rooms the rooms that an invigilator looks after; {@link #NO_ROOM} for sittings that are in none
     * @param papers the papers that a marker marks
     * @param centre whose candidates somebody of a centre enters; 0 for everybody else
     * @param factorRequired whether the office asks for a second factor
     * @param factorSet whether they have one
     */
    record Member(
            String number,
            String name,
            String email,
            Role role,
            Set<Long> rooms,
            Set<String> papers,
            long centre,
            Standing standing,
            boolean factorRequired,
            boolean factorSet) {

        public Member {
            requireNonNull(number, "number");
            requireNonNull(role, "role");
            rooms = Set.copyOf(rooms);
            papers = Set.copyOf(papers);
        }

        /** Returns whether this member looks after a room, or after what is in none. */
        public boolean looksAfter(Optional<Long> room) {
            return role != Role.INVIGILATOR || rooms.contains(room.orElse(NO_ROOM));
        }

        /** Returns whether nothing may be done here before a second factor is set. */
        public boolean needsFactor() {
            return factorRequired && !factorSet;
        }
    }

    /**
     * What the office says of somebody.
     *
     * @param number as it was typed
     */
    record Profile(
            String number,
            String name,
            String email,
            Role role,
            Set<Long> rooms,
            Set<String> papers,
            long centre,
            boolean factorRequired) {
        public Profile {
            rooms = Set.copyOf(rooms);
            papers = Set.copyOf(papers);
        }

        /** Returns the profile of somebody of a role, without rooms, papers and address. */
        public static Profile of(String number, String name, Role role) {
            return new Profile(number, name, "", role, Set.of(), Set.of(), NO_CENTRE, false);
        }
    }

    /**
     * Takes somebody on, who can sign in at once.
     *
     * @throws IllegalStateException if the number is taken
     * @throws IllegalArgumentException if the password is none that may be used
     */
    Member takeOn(Profile profile, String password);

    /** Changes what the office says of somebody; the number stays as it is. Their sign-ins end. */
    void change(Profile profile);

    /**
     * Ends what somebody may do here. Their sign-ins end.
     *
     * @throws IllegalStateException if nobody of the office would be left
     */
    void end(String number);

    /** Takes somebody's second factor away, who has lost it; their sign-ins end. */
    void dropFactor(String number);

    Optional<Member> member(String number);

    /** Returns everybody, by name. */
    List<Member> all();
}
