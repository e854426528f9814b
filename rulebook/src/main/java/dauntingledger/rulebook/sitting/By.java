package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

/**
 * Who did something in a sitting that is not theirs, and why.
 *
 * @param person who; empty in ledgers from before this was written down
 * @param reason why; empty where none is asked
 */
public record By(String person, String reason) {

    public static final int MOST_REASON = 400;

    public static final By NOBODY = new By("", "");

    /** @throws IllegalArgumentException if one of them is too long */
    public By {
        requireNonNull(person, "person");
        requireNonNull(reason, "reason");
        if (person.length() > Act.ByPerson.MOST_NAME || reason.length() > MOST_REASON) {
            throw new IllegalArgumentException(
                    "a name has at most " + Act.ByPerson.MOST_NAME + " characters and a reason at most " + MOST_REASON);
        }
    }

    public static By of(String person) {
        return new By(person, "");
    }
}
