package dauntingledger.app.signin;

import jakarta.servlet.http.HttpServletRequest;

/** Checks the PIN of somebody who is signed in already, no faster than signing in itself. */
public interface PinCheck {

    Result check(String number, String pin, HttpServletRequest request);

    /** What came of it. */
    enum Result {
        RIGHT,
        WRONG,
        /** There were too many attempts; later ones are looked at again. */
        WAIT,
        /** Nobody can be looked up at the moment. */
        UNAVAILABLE
    }
}
