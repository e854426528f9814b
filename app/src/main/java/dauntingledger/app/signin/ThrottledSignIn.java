package dauntingledger.app.signin;

import dauntingledger.app.audit.Audit;
import dauntingledger.app.audit.Deed;
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

    private static final int MAX_LENGTH = 32;

    private final AuthenticationProvider pinCheck;
    private final Register register;
    private final SignInThrottle throttle;
    private final KnownSeats seats;
    private final Audit audit;
    private final Clock clock;

    ThrottledSignIn(
            AuthenticationProvider pinCheck,
            Register register,
            SignInThrottle throttle,
            KnownSeats seats,
            Audit audit,
            Clock clock) {
        this.pinCheck = pinCheck;
        this.register = register;
        this.throttle = throttle;
        this.seats = seats;
        this.audit = audit;
        this.clock = clock;
    }

    /** Who tries to sign in, and from where; put into an attempt as its details. */
    record From(String address, boolean known) {}

    /** Returns where an attempt to sign in with {@code number} comes from. */
    From from(String number, HttpServletRequest request) {
        return new From(request.getRemoteAddr(), seats.knows(register.normalised(number), request));
    }

    @Override
    public @Nullable Authentication authenticate(Authentication attempt) {
        Instant now = clock.instant();
        String number = register.normalised(attempt.getName());
        String pin = String.valueOf(attempt.getCredentials());
        From from = attempt.getDetails() instanceof From told ? told : new From("", false);
        if (number.length() > MAX_LENGTH || pin.length() > MAX_LENGTH) {
            throw new BadCredentialsException("longer than any number or PIN");
        }
        SignInThrottle.Key key =
                from.known() ? SignInThrottle.Key.known(number) : new SignInThrottle.Key(number, from.address());
        throttle.waitFor(key, now).ifPresent(wait -> {
            note(number, "", from, "must-wait");
            throw new SlowDownException(wait);
        });
        try {
            @Nullable Authentication signedIn = pinCheck.authenticate(attempt);
            throttle.succeeded(key);
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
