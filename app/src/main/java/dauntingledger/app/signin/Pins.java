package dauntingledger.app.signin;

import java.security.SecureRandom;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** The PINs of candidates: six digits, made by the server, kept as hashes. */
@Component
class Pins implements PasswordEncoder {

    private static final int DIGITS = 6;
    private static final int MANY = 1_000_000;
    private static final int FEWEST_DIFFERENT = 3;

    private final BCryptPasswordEncoder hash;
    private final SecureRandom random = new SecureRandom();

    Pins(SignInSettings settings) {
        this.hash = new BCryptPasswordEncoder(settings.pinCost());
    }

    /** Returns a PIN that is none of those that people try first: three different digits at least, not all in a row. */
    String make() {
        while (true) {
            String pin = String.format(Locale.ROOT, "%0" + DIGITS + "d", random.nextInt(MANY));
            if (pin.chars().distinct().count() >= FEWEST_DIFFERENT && !isRow(pin)) {
                return pin;
            }
        }
    }

    private static boolean isRow(String pin) {
        int step = pin.charAt(1) - pin.charAt(0);
        for (int i = 2; i < pin.length(); i++) {
            if (pin.charAt(i) - pin.charAt(i - 1) != step) {
                return false;
            }
        }
        return true;
    }

    @Override
    public String encode(@Nullable CharSequence pin) {
        return String.valueOf(hash.encode(pin));
    }

    @Override
    public boolean matches(@Nullable CharSequence pin, @Nullable String kept) {
        return kept != null && !kept.isEmpty() && hash.matches(pin, kept);
    }
}
