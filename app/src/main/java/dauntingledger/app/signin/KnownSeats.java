package dauntingledger.app.signin;

import dauntingledger.app.signing.Signatures;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/**
 * Knows a browser again in which a candidate has taken the seat of a sitting, by a signed cookie. Only such a browser is
 * shown the sitting's questions, and nobody else can lock it out of signing in again.
 */
@Component
public class KnownSeats {

    private static final String PREFIX = "ledger-seat-";
    private static final String SEAT = "seat";
    private static final String LEFT_BEHIND = "left behind";

    private final Signatures signatures;
    private final SignInSettings settings;

    KnownSeats(Signatures signatures, SignInSettings settings) {
        this.signatures = signatures;
        this.settings = settings;
    }

    /** Makes this browser the one that has the seat of a sitting. */
    public void remember(
            String candidate, long sitting, String seat, HttpServletRequest request, HttpServletResponse response) {
        String value = seat + "." + signatures.of(SEAT, candidate, String.valueOf(sitting), seat);
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(PREFIX + sitting, value)
                        .path("/")
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Lax")
                        .maxAge(settings.signedInFor())
                        .build()
                        .toString());
    }

    /** Returns what lets the entries of a window be taken in without its candidate being signed in. */
    public String token(String candidate, long sitting, String seat) {
        return signatures.of(LEFT_BEHIND, candidate, String.valueOf(sitting), seat);
    }

    public boolean isToken(String token, String candidate, long sitting, String seat) {
        return signatures.holds(token, LEFT_BEHIND, candidate, String.valueOf(sitting), seat);
    }

    /** Returns the seat that this browser took last in a candidate's sitting. */
    public Optional<String> seat(String candidate, long sitting, HttpServletRequest request) {
        return cookies(request)
                .filter(cookie -> cookie.getName().equals(PREFIX + sitting))
                .flatMap(cookie -> seat(candidate, sitting, cookie.getValue()).stream())
                .findFirst();
    }

    /** Returns whether this browser has taken a seat of this candidate's. */
    boolean knows(String candidate, HttpServletRequest request) {
        return cookies(request)
                .filter(cookie -> cookie.getName().matches(PREFIX + "\\d{1,18}"))
                .anyMatch(cookie -> seat(
                                candidate,
                                Long.parseLong(cookie.getName().substring(PREFIX.length())),
                                cookie.getValue())
                        .isPresent());
    }

    private Optional<String> seat(String candidate, long sitting, String value) {
        int dot = value.indexOf('.');
        if (dot < 0) {
            return Optional.empty();
        }
        String seat = value.substring(0, dot);
        return signatures.holds(value.substring(dot + 1), SEAT, candidate, String.valueOf(sitting), seat)
                ? Optional.of(seat)
                : Optional.empty();
    }

    private static Stream<Cookie> cookies(HttpServletRequest request) {
        return request.getCookies() == null ? Stream.empty() : Arrays.stream(request.getCookies());
    }
}
