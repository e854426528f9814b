package dauntingledger.app.admission;

import java.time.Clock;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;

/** Checks number and PIN, no faster than the throttle allows. */
final class ThrottledSignIn implements AuthenticationProvider {

    private static final int MAX_LENGTH = 32;

    private final AuthenticationProvider pinCheck;
    private final Register register;
    private final SignInThrottle throttle;
    private final Clock clock;

    ThrottledSignIn(AuthenticationProvider pinCheck, Register register, SignInThrottle throttle, Clock clock) {
        this.pinCheck = pinCheck;
        this.register = register;
        this.throttle = throttle;
        this.clock = clock;
    }

    @Override
    public @Nullable Authentication authenticate(Authentication attempt) {
        Instant now = clock.instant();
        String number = register.normalised(attempt.getName());
        String pin = String.valueOf(attempt.getCredentials());
        if (number.length() > MAX_LENGTH || pin.length() > MAX_LENGTH) {
            throw new BadCredentialsException("longer than any number or PIN");
        }
        throttle.waitFor(number, now).ifPresent(wait -> {
            throw new SlowDownException(wait);
        });
        try {
            @Nullable Authentication signedIn = pinCheck.authenticate(attempt);
            throttle.succeeded(number);
            return signedIn;
        } catch (BadCredentialsException e) {
            throttle.failed(number, now);
            throw e;
        }
    }

    @Override
    public boolean supports(Class<?> authentication) {
        return UsernamePasswordAuthenticationToken.class.isAssignableFrom(authentication);
    }
}
