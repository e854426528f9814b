package dauntingledger.app.signin;

import dauntingledger.app.audit.Audit;
import dauntingledger.app.audit.Deed;
import dauntingledger.app.staff.StaffSignIn;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;

/** Checks number and PIN, no faster than the throttle allows, and writes each attempt to the audit log. */
final class ThrottledSignIn implements AuthenticationProvider {

    private static final int MAX_LENGTH = 128;

    private final AuthenticationProvider check;
    private final Register register;
    private final StaffSignIn staff;
    private final SignInThrottle throttle;
    private final KnownSeats seats;
    private final Audit audit;
    private final Clock clock;

    ThrottledSignIn(
            AuthenticationProvider check,
            Register register,
            StaffSignIn staff,
            SignInThrottle throttle,
            KnownSeats seats,
            Audit audit,
            Clock clock) {
        this.check = check;
        this.register = register;
        this.staff = staff;
        this.throttle = throttle;
        this.seats = seats;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * What an attempt comes with besides number and PIN.
     *
     * @param known whether this browser has had a seat of this candidate's
     * @param code a code of a second factor; may be empty
     */
    record From(String address, boolean known, String code) {}

    /** Returns where an attempt to sign in with {@code number} comes from, and its code. */
    From from(String number, HttpServletRequest request) {
        String code = request.getParameter("code");
        return new From(
                request.getRemoteAddr(), seats.knows(register.normalised(number), request), code == null ? "" : code);
    }

    @Override
    public @Nullable Authentication authenticate(Authentication attempt) {
        Instant now = clock.instant();
        String number = register.normalised(attempt.getName());
        String pin = String.valueOf(attempt.getCredentials());
        From from = attempt.getDetails() instanceof From told ? told : new From("", false, "");
        if (number.length() > MAX_LENGTH || pin.length() > MAX_LENGTH) {
            throw new BadCredentialsException("longer than any number, PIN or password");
        }
        SignInThrottle.Key key =
                from.known() ? SignInThrottle.Key.known(number) : new SignInThrottle.Key(number, from.address());
        throttle.waitFor(key, now).ifPresent(wait -> {
            note(number, "", from, "must-wait");
            throw new SlowDownException(wait);
        });
        try {
            @Nullable Authentication signedIn = check.authenticate(attempt);
            if (from.code().length() > MAX_LENGTH || !staff.isFactor(number, from.code())) {
                throw new BadCredentialsException("the code is none of this member's");
            }
            throttle.succeeded(key, now);
            note(number, signedIn == null ? "" : Deed.roleOf(signedIn), from, "done");
            return signedIn;
        } catch (BadCredentialsException e) {
            throttle.failed(key, now);
            note(number, "", from, "wrong");
            throw e;
        }
    }

    private void note(String number, String role, From from, String outcome) {
        audit.note(new Deed(number, role, from.address(), "sign-in", "", outcome, from.known() ? "known seat" : ""));
    }

    @Override
    public boolean supports(Class<?> authentication) {
        return UsernamePasswordAuthenticationToken.class.isAssignableFrom(authentication);
    }
}
