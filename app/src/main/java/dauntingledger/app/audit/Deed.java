package dauntingledger.app.audit;

import static java.util.Objects.requireNonNull;

import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.security.core.Authentication;

/**
 * What somebody did. What is longer than the log has room for is cut.
 *
 * @param who the number of a person, or what was given as one
 * @param role what that person may do here, in small letters; empty for somebody who is not signed in
 * @param address where it came from
 * @param what what was done, like {@code sign-in} or {@code accommodations-granted}
 * @param onWhom a candidate's number, {@code sitting 12}, a paper; may be empty
 * @param outcome {@code done} or why not
 * @param detail anything that is needed to understand it; never a PIN, a code or an answer
 */
public record Deed(String who, String role, String address, String what, String onWhom, String outcome, String detail) {

    private static final String ROLE = "ROLE_";

    /** Returns what a person did who is signed in. */
    public static Deed by(Authentication person, String address, String what, String onWhom, String outcome) {
        return new Deed(person.getName(), roleOf(person), address, what, onWhom, outcome, "");
    }

    /** Returns what a person may do here, in small letters; that they work here at all is no role of its own. */
    public static String roleOf(Authentication person) {
        return person.getAuthorities().stream()
                .map(authority -> String.valueOf(authority.getAuthority()))
                .filter(authority -> authority.startsWith(ROLE))
                .map(authority -> authority.substring(ROLE.length()).toLowerCase(Locale.ROOT))
                .filter(role -> !role.equals("staff"))
                .collect(Collectors.joining(" "));
    }

    public Deed {
        requireNonNull(who, "who");
        requireNonNull(role, "role");
        requireNonNull(address, "address");
        requireNonNull(what, "what");
        requireNonNull(onWhom, "onWhom");
        requireNonNull(outcome, "outcome");
        requireNonNull(detail, "detail");
    }
}
