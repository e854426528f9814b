package dauntingledger.app.staff;

import java.util.Optional;

/** What the sign-in needs to know of those who work here. */
public interface StaffSignIn {

    /** Returns the hash of somebody's password; none of somebody who cannot sign in. */
    Optional<String> passwordHash(String number);

    /** Returns whether {@code code} is a second factor of somebody; true for one who has none. A code counts once. */
    boolean isFactor(String number, String code);
}
