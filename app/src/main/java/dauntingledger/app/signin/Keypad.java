package dauntingledger.app.signin;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.springframework.stereotype.Component;

/** The digits of the on-screen keypad, in the order of its keys. */
@Component
public class Keypad {

    private static final List<Integer> IN_ORDER = List.of(1, 2, 3, 4, 5, 6, 7, 8, 9, 0);

    private final SecureRandom random = new SecureRandom();

    /** Returns the ten digits, shuffled against looks over the shoulder where that is wanted. */
    public List<Integer> keys(boolean shuffled) {
        if (!shuffled) {
            return IN_ORDER;
        }
        List<Integer> keys = new ArrayList<>(IN_ORDER);
        Collections.shuffle(keys, random);
        return List.copyOf(keys);
    }
}
