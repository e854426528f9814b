package dauntingledger.app.signin;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dauntingledger.app.nodes.OtherNodes;
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
import java.util.concurrent.Executors;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.authentication.rememberme.AbstractRememberMeServices;
import org.springframework.security.web.authentication.rememberme.InvalidCookieException;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Who is signed in: a cookie that lasts as long as the browser is open names a series that is stored. There is no session
 * beside it, so a sign-in outlives a restart of the server and holds on every node, and costs nobody a sign-in in the middle
 * of an exam. Signing out ends every series of that person; signing in ends the series that this browser had.
 */
final class RememberedSignIns extends AbstractRememberMeServices {

    /** What nodes tell each other: numbers of people of whom some or all sign-ins are over. */
    static final String OVER = "sign-ins-over";

    /*
     * The secret of a series does not change with its use, unlike that of Spring's persistent tokens: a room sends several
     * requests at once with the same cookie, and all of them must come in.
     *
     * What is known of a series is kept in memory and looked at again after a minute. While the store cannot be read, what
     * was known stays known.
     */

    private static final int BYTES = 24;
    private static final Pattern RANDOM = Pattern.compile("[0-9a-f]{" + 2 * BYTES + "}");
    private static final Duration LOOKED_AT_AGAIN = Duration.ofMinutes(1);
    private static final int MOST_KEPT = 100_000;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;
    private final Duration validFor;
    private final OtherNodes nodes;
    private final SecureRandom random = new SecureRandom();
    private final LoadingCache<String, Optional<Series>> known;

    RememberedSignIns(
            String key,
            UserDetailsService people,
            EntityManager entities,
            TransactionTemplate transactions,
            Clock clock,
            Duration validFor,
            OtherNodes nodes) {
        super(key, people);
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
        this.validFor = validFor;
        this.nodes = nodes;
        this.known = Caffeine.newBuilder()
                .maximumSize(MOST_KEPT)
                .expireAfterAccess(validFor)
                .refreshAfterWrite(LOOKED_AT_AGAIN)
                .executor(Executors.newVirtualThreadPerTaskExecutor())
                .build(this::read);
        setAlwaysRemember(true);
        setCookieName("ledger-candidate");
        setCookieCustomizer(cookie -> cookie.setAttribute("SameSite", "Lax"));
    }

    /** A sign-in in one browser. */
    private record Series(String secretHash, Instant validUntil, UserDetails person) {
        boolean isOpenedBy(String secret, Instant now) {
            return secretHash.equals(Hash.of(secret).hex()) && validUntil.isAfter(now);
        }
    }

    private Optional<Series> read(String series) {
        List<?> found = transactions.execute(status -> entities.createNativeQuery(
                        "select number, secret_hash, valid_until from remembered_sign_in where series = ?1",
                        Object[].class)
                .setParameter(1, series)
                .getResultList());
        try {
            return found.stream().findFirst().map(row -> series((Object[]) row));
        } catch (UsernameNotFoundException e) {
            return Optional.empty();
        }
    }

    private Series series(Object[] row) {
        UserDetails person = getUserDetailsService().loadUserByUsername(String.valueOf(row[0]));
        Instant validUntil = row[2] instanceof OffsetDateTime stamp ? stamp.toInstant() : (Instant) row[2];
        return new Series(String.valueOf(row[1]), validUntil, person);
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
            ifKnown(former)
                    .ifPresent(ended -> nodes.tell(OVER, List.of(ended.person().getUsername())));
        });
        known.invalidate(former);
        setCookie(new String[] {series, secret}, -1, request, response);
    }

    @Override
    protected UserDetails processAutoLoginCookie(
            String[] tokens, HttpServletRequest request, HttpServletResponse response) {
        if (!isMade(tokens)) {
            throw new InvalidCookieException("the cookie has not the parts of a remembered sign-in");
        }
        return person(tokens)
                .orElseThrow(() -> new InvalidCookieException("this sign-in is not remembered, or has ended"));
    }

    private Optional<UserDetails> person(String[] tokens) {
        Optional<Series> series = known.get(tokens[0]);
        if (series.isEmpty()) {
            known.invalidate(tokens[0]);
        }
        return series.flatMap(one -> person(one, tokens[1]));
    }

    private Optional<UserDetails> person(Series series, String secret) {
        return series.isOpenedBy(secret, clock.instant()) ? Optional.of(series.person()) : Optional.empty();
    }

    private Optional<Series> ifKnown(String series) {
        return Optional.ofNullable(known.getIfPresent(series)).flatMap(one -> one);
    }

    private static boolean isMade(String[] tokens) {
        return tokens.length == 2
                && RANDOM.matcher(tokens[0]).matches()
                && RANDOM.matcher(tokens[1]).matches();
    }

    /** Returns whether a browser has a cookie of a sign-in, be it over or not. */
    boolean wasSignedIn(HttpServletRequest request) {
        return cookie(request).isPresent();
    }

    /** Returns whether a request comes from somebody who is signed in, as far as that is known without the store. */
    boolean isKnown(HttpServletRequest request) {
        return cookie(request)
                .flatMap(tokens -> ifKnown(tokens[0]).flatMap(series -> person(series, tokens[1])))
                .isPresent();
    }

    /** Returns who is signed in in the browser that a request comes from. */
    Optional<String> signedIn(HttpServletRequest request) {
        return cookie(request).flatMap(this::person).map(UserDetails::getUsername);
    }

    private Optional<String[]> cookie(HttpServletRequest request) {
        try {
            String cookie = extractRememberMeCookie(request);
            String[] tokens = cookie == null || cookie.isEmpty() ? new String[0] : decodeCookie(cookie);
            return isMade(tokens) ? Optional.of(tokens) : Optional.empty();
        } catch (InvalidCookieException e) {
            return Optional.empty();
        }
    }

    @Override
    public void logout(HttpServletRequest request, HttpServletResponse response, @Nullable Authentication person) {
        signedIn(request).ifPresent(this::end);
        super.logout(request, response, person);
    }

    /** Ends every sign-in of somebody. */
    void end(String number) {
        transactions.executeWithoutResult(status -> {
            entities.createNativeQuery("delete from remembered_sign_in where number = ?1")
                    .setParameter(1, number)
                    .executeUpdate();
            nodes.tell(OVER, List.of(number));
        });
        forget(number);
    }

    /** Looks at the sign-ins of somebody again with their next requests. */
    void forget(String number) {
        known.asMap()
                .values()
                .removeIf(series -> series.filter(
                                one -> one.person().getUsername().equals(number))
                        .isPresent());
    }

    void forgetAll() {
        known.invalidateAll();
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
