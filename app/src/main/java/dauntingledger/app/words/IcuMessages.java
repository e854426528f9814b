package dauntingledger.app.words;

import com.ibm.icu.text.MessageFormat;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.context.support.AbstractApplicationContext;
import org.springframework.context.support.ResourceBundleMessageSource;
import org.springframework.stereotype.Component;

/**
 * The message bundles, with patterns of ICU MessageFormat: it knows the plurals of every language, and the room reads
 * the same patterns in the browser.
 */
@Component(AbstractApplicationContext.MESSAGE_SOURCE_BEAN_NAME)
class IcuMessages extends ResourceBundleMessageSource {

    private record Pattern(String text, Locale locale) {}

    private final Map<Pattern, MessageFormat> formats = new ConcurrentHashMap<>();

    IcuMessages() {
        setBasenames("messages", "office");
        setDefaultEncoding(StandardCharsets.UTF_8.name());
        setFallbackToSystemLocale(false);
    }

    /** A text without arguments is said as it stands. */
    @Override
    protected @Nullable String getMessageInternal(
            @Nullable String code, Object @Nullable [] arguments, @Nullable Locale locale) {
        Locale language = locale == null ? Locale.ROOT : locale;
        String text = code == null ? null : resolveCodeWithoutArguments(code, language);
        if (text == null || arguments == null || arguments.length == 0) {
            return text;
        }
        // A format must not be used by two threads at once; a copy is cheap.
        MessageFormat format = formats.computeIfAbsent(
                new Pattern(text, language), one -> new MessageFormat(one.text(), one.locale()));
        return ((MessageFormat) format.clone()).format(arguments);
    }
}
