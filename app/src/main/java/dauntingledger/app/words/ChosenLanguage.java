package dauntingledger.app.words;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.context.i18n.LocaleContext;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.LocaleResolver;
import org.springframework.web.util.WebUtils;

/**
 * The language of the interface: in a sitting the one that was chosen there, else what was chosen on this computer, else
 * what the browser prefers, else English.
 */
@Component("localeResolver")
public class ChosenLanguage implements LocaleResolver {

    /** The languages that the message bundles are complete in. */
    public static final List<Locale> OFFERED = List.of(Locale.ENGLISH, Locale.GERMAN);

    private static final String COOKIE = "ledger-language";
    private static final String OF_SITTING = ChosenLanguage.class.getName();
    private static final int KEPT_SECONDS = (int) Duration.ofDays(365).toSeconds();

    /** Lets this request be answered in the language of a sitting, where the interface speaks it. */
    public static void follow(HttpServletRequest request, String tag) {
        request.setAttribute(OF_SITTING, tag);
    }

    @Override
    public Locale resolveLocale(HttpServletRequest request) {
        return offered(request.getAttribute(OF_SITTING) instanceof String tag ? tag : "")
                .or(() -> offered(cookie(request)))
                .or(() -> Collections.list(request.getLocales()).stream()
                        .flatMap(locale -> offered(locale.getLanguage()).stream())
                        .findFirst())
                .orElse(Locale.ENGLISH);
    }

    @Override
    public void setLocale(HttpServletRequest request, @Nullable HttpServletResponse response, @Nullable Locale locale) {
        if (response != null && locale != null) {
            Cookie cookie = new Cookie(COOKIE, locale.toLanguageTag());
            cookie.setPath("/");
            cookie.setMaxAge(KEPT_SECONDS);
            cookie.setHttpOnly(true);
            cookie.setSecure(request.isSecure());
            cookie.setAttribute("SameSite", "Lax");
            response.addCookie(cookie);
        }
    }

    /** Returns what {@code said} says in the language of somebody, or in English where the interface does not speak it. */
    public static <T> T speaking(String tag, Supplier<T> said) {
        LocaleContext before = LocaleContextHolder.getLocaleContext();
        LocaleContextHolder.setLocale(offered(tag).orElse(Locale.ENGLISH));
        try {
            return said.get();
        } finally {
            LocaleContextHolder.setLocaleContext(before);
        }
    }

    public static Optional<Locale> offered(String tag) {
        return OFFERED.stream()
                .filter(locale -> locale.toLanguageTag().equals(tag))
                .findFirst();
    }

    private static String cookie(HttpServletRequest request) {
        Cookie cookie = WebUtils.getCookie(request, COOKIE);
        return cookie == null ? "" : cookie.getValue();
    }
}
