package dauntingledger.app.signin;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.stream.Stream;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
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
    private static final String ALGORITHM = "HmacSHA256";

    private final byte[] key;
    private final SignInSettings settings;

    KnownSeats(SignInSettings settings) {
        this.key = SigningKey.in(settings.data()).getBytes(StandardCharsets.US_ASCII);
        this.settings = settings;
    }

    /** Makes this browser the one that has the seat of a sitting. */
    public void remember(
            String candidate, long sitting, String seat, HttpServletRequest request, HttpServletResponse response) {
        String value = seat + "." + signature("seat", candidate, sitting, seat);
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
        return signature("left behind", candidate, sitting, seat);
    }

    public boolean isToken(String token, String candidate, long sitting, String seat) {
        return same(token, token(candidate, sitting, seat));
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
        return same(value.substring(dot + 1), signature("seat", candidate, sitting, seat))
                ? Optional.of(seat)
                : Optional.empty();
    }

    /** Compares in a time that tells nothing. */
    private static boolean same(String claimed, String due) {
        return MessageDigest.isEqual(claimed.getBytes(StandardCharsets.UTF_8), due.getBytes(StandardCharsets.US_ASCII));
    }

    private static Stream<Cookie> cookies(HttpServletRequest request) {
        return request.getCookies() == null ? Stream.empty() : Arrays.stream(request.getCookies());
    }

    private String signature(String purpose, String candidate, long sitting, String seat) {
        try {
            Mac mac = Mac.getInstance(ALGORITHM);
            mac.init(new SecretKeySpec(key, ALGORITHM));
            String signed = purpose + "\n" + candidate + "\n" + sitting + "\n" + seat;
            return HexFormat.of().formatHex(mac.doFinal(signed.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException | InvalidKeyException e) {
            throw new IllegalStateException("every Java platform has " + ALGORITHM, e);
        }
    }
}
