package dauntingledger.app.said;

import dauntingledger.app.signing.Signatures;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.DispatcherServlet;
import org.springframework.web.servlet.FlashMap;
import org.springframework.web.servlet.support.AbstractFlashMapManager;
import org.springframework.web.util.WebUtils;

/**
 * Keeps what a controller says after a form, the flash attribute {@value #SAID}, for the page that it leads to. It is
 * kept in a signed cookie for a few minutes, so that it needs no session of the server and nobody can make a page say
 * something by its address.
 */
@Component(DispatcherServlet.FLASH_MAP_MANAGER_BEAN_NAME)
public class SaidAfterForms extends AbstractFlashMapManager {

    /** The flash attribute: a word of lower-case letters, digits and hyphens, the ending of a message key. */
    public static final String SAID = "said";

    private static final String COOKIE = "ledger-said";
    private static final Duration KEPT_FOR = Duration.ofMinutes(3);

    private final Signatures signatures;

    SaidAfterForms(Signatures signatures) {
        this.signatures = signatures;
        setFlashMapTimeout((int) KEPT_FOR.toSeconds());
    }

    /** Returns what has been said in this request for the page after it, or empty if nothing was. */
    public static Optional<String> in(@Nullable Map<String, ?> flash) {
        return Optional.ofNullable(flash).map(all -> all.get(SAID)).map(String::valueOf);
    }

    @Override
    protected @Nullable List<FlashMap> retrieveFlashMaps(HttpServletRequest request) {
        Cookie cookie = WebUtils.getCookie(request, COOKIE);
        return cookie == null
                ? null
                : new ArrayList<>(read(cookie.getValue()).stream().toList());
    }

    @Override
    protected void updateFlashMaps(List<FlashMap> flashMaps, HttpServletRequest request, HttpServletResponse response) {
        boolean gone = flashMaps.isEmpty();
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(COOKIE, gone ? "" : written(flashMaps.getLast()))
                        .path("/")
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Lax")
                        .maxAge(gone ? Duration.ZERO : KEPT_FOR)
                        .build()
                        .toString());
    }

    /** Nothing but one response to a browser writes its cookie. */
    @Override
    protected @Nullable Object getFlashMapsMutex(HttpServletRequest request) {
        return null;
    }

    /* The cookie: path, end in milliseconds, word and signature, in base64url, with dots between them. */

    private String written(FlashMap flash) {
        String path = String.valueOf(flash.getTargetRequestPath());
        String ends = String.valueOf(flash.getExpirationTime());
        String said = in(flash).orElse("");
        String signature = signatures.of(SAID, path, ends, said);
        return String.join(".", List.of(coded(path), coded(ends), coded(said), signature));
    }

    private Optional<FlashMap> read(String value) {
        String[] parts = value.split("\\.", -1);
        if (parts.length != 4) {
            return Optional.empty();
        }
        List<String> texts = new ArrayList<>();
        for (String part : List.of(parts).subList(0, 3)) {
            decoded(part).ifPresent(texts::add);
        }
        if (texts.size() != 3 || !signatures.holds(parts[3], SAID, texts.toArray(String[]::new))) {
            return Optional.empty();
        }
        FlashMap flash = new FlashMap();
        flash.setTargetRequestPath(texts.getFirst());
        flash.setExpirationTime(Long.parseLong(texts.get(1)));
        flash.put(SAID, texts.getLast());
        return Optional.of(flash);
    }

    private static String coded(String text) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(text.getBytes(StandardCharsets.UTF_8));
    }

    private static Optional<String> decoded(String text) {
        try {
            return Optional.of(new String(Base64.getUrlDecoder().decode(text), StandardCharsets.UTF_8));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
