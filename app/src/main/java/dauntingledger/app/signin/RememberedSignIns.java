package dauntingledger.app.signin;

import dauntingledger.rulebook.chain.Hash;
import jakarta.persistence.EntityManager;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.web.authentication.rememberme.AbstractRememberMeServices;
import org.springframework.security.web.authentication.rememberme.InvalidCookieException;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.util.matcher.RequestMatcher;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Lets a sign-in outlive a restart of the server, so that it costs nobody a sign-in in the middle of an exam: a cookie
 * that lasts as long as the browser is open names a series that is stored. Signing out ends every series of that
 * person; signing in ends the series that this browser had.
 */
final class RememberedSignIns extends AbstractRememberMeServices {

    static final String SIGN_OUT = "/sign-out";
    private static final RequestMatcher SIGNS_OUT =
            PathPatternRequestMatcher.withDefaults().matcher(SIGN_OUT);

    /*
     * The secret of a series does not change with its use, unlike that of Spring's persistent tokens: after a restart a
     * room sends several requests at once with the same cookie, and all of them must come in.
     */

    private static final int BYTES = 24;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final Duration validFor;
    private final SecureRandom random = new SecureRandom();

    RememberedSignIns(
            String key,
            UserDetailsService people,
            EntityManager entities,
            TransactionTemplate transactions,
            Clock clock,
            Duration validFor) {
        super(key, people);
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
        this.validFor = validFor;
        setAlwaysRemember(true);
        setCookieName("ledger-candidate");
        setCookieCustomizer(cookie -> cookie.setAttribute("SameSite", "Lax"));
    }

    @Override
    protected void onLoginSuccess(HttpServletRequest request, HttpServletResponse response, Authentication person) {
        String series = random();
        String secret = random();
        Instant now = clock.instant();
        String former = cookie(request).map(tokens -> tokens[0]).orElse("");
        transactions.executeWithoutResult(status -> {
            entities.createNativeQuery(
                            "delete from remembered_sign_in where (number = ?1 and valid_until <= ?2) or series = ?3")
                    .setParameter(1, person.getName())
                    .setParameter(2, stamp(now))
                    .setParameter(3, former)
                    .executeUpdate();
            entities.createNativeQuery("insert into remembered_sign_in values (?1, ?2, ?3, ?4)")
                    .setParameter(1, series)
                    .setParameter(2, person.getName())
                    .setParameter(3, Hash.of(secret).hex())
                    .setParameter(4, stamp(now.plus(validFor)))
                    .executeUpdate();
        });
        setCookie(new String[] {series, secret}, -1, request, response);
    }

    @Override
    protected UserDetails processAutoLoginCookie(
            String[] tokens, HttpServletRequest request, HttpServletResponse response) {
        if (tokens.length != 2) {
            throw new InvalidCookieException("the cookie has not the parts of a remembered sign-in");
        }
        return number(tokens)
                .map(number -> getUserDetailsService().loadUserByUsername(number))
                .orElseThrow(() -> new InvalidCookieException("this sign-in is not remembered, or has ended"));
    }

    private Optional<String> number(String[] tokens) {
        List<?> found = transactions.execute(status -> entities.createNativeQuery(
                        "select number from remembered_sign_in where series = ?1 and secret_hash = ?2 and valid_until > ?3",
                        String.class)
                .setParameter(1, tokens[0])
                .setParameter(2, Hash.of(tokens[1]).hex())
                .setParameter(3, stamp(clock.instant()))
                .getResultList());
        return found.stream().map(String.class::cast).findFirst();
    }

    /** Returns whose sign-in a browser is remembered for, if it is, although no session knows of it. */
    Optional<String> rememberedIn(HttpServletRequest request) {
        return cookie(request).flatMap(this::number);
    }

    private Optional<String[]> cookie(HttpServletRequest request) {
        try {
            String cookie = extractRememberMeCookie(request);
            String[] tokens = cookie == null || cookie.isEmpty() ? new String[0] : decodeCookie(cookie);
            return tokens.length == 2 ? Optional.of(tokens) : Optional.empty();
        } catch (InvalidCookieException e) {
            return Optional.empty();
        }
    }

    @Override
    public void logout(HttpServletRequest request, HttpServletResponse response, @Nullable Authentication person) {
        Optional<String> whose = person == null ? rememberedIn(request) : Optional.of(person.getName());
        super.logout(request, response, person);
        if (isSignOut(request)) {
            whose.ifPresent(this::end);
        }
    }

    /** Returns whether somebody signs out; a session that was ended elsewhere is only closed in its own browser. */
    static boolean isSignOut(HttpServletRequest request) {
        return SIGNS_OUT.matches(request);
    }

    /** Ends every series of somebody. */
    void end(String number) {
        transactions.executeWithoutResult(
                status -> entities.createNativeQuery("delete from remembered_sign_in where number = ?1")
                        .setParameter(1, number)
                        .executeUpdate());
    }

    private String random() {
        byte[] bytes = new byte[BYTES];
        random.nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    private static OffsetDateTime stamp(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
