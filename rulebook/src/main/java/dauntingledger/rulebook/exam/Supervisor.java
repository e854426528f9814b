package dauntingledger.rulebook.exam;

import java.util.regex.Pattern;

/**
 * A parent, a teacher or somebody else who looks after one candidate at home: opens the door with a code of their own, and
 * can be reached during the exam.
 *
 * @param phone as it is dialled
 */
public record Supervisor(String name, String phone) {

    private static final Pattern PHONE = Pattern.compile("\\+?[0-9][0-9 ()/-]{3,38}");

    public Supervisor {
        if (name.isBlank() || !isPhone(phone)) {
            throw new IllegalArgumentException("a supervisor has a name and a phone number");
        }
    }

    static boolean isPhone(String text) {
        return PHONE.matcher(text).matches();
    }
}
