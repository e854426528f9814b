package dauntingledger.app.exams;

import java.security.SecureRandom;
import java.util.Locale;

/** Codes that open doors: four digits, not all the same. */
final class DoorCodes {

    private static final int MANY = 10_000;

    private final SecureRandom random = new SecureRandom();

    String make() {
        while (true) {
            String code = String.format(Locale.ROOT, "%04d", random.nextInt(MANY));
            if (code.chars().distinct().count() > 1) {
                return code;
            }
        }
    }
}
