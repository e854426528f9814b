package dauntingledger.app.words;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.TreeMap;
import org.springframework.context.MessageSource;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/** Words for people, from the message bundles, in the language of the request. */
@Component
public class Words {

    private static final List<String> BUNDLES = List.of("messages", "office");

    private final MessageSource messages;

    Words(MessageSource messages) {
        this.messages = messages;
    }

    /** Returns words without an application around them, for commands. */
    public static Words plain() {
        return new Words(new IcuMessages());
    }

    public String say(String key, Object... arguments) {
        return say(LocaleContextHolder.getLocale(), key, arguments);
    }

    /** Says something in another language than that of the request. */
    public String say(Locale language, String key, Object... arguments) {
        return messages.getMessage(key, arguments, language);
    }

    /** Returns a span in words, in minutes and where there are any seconds; a part of a second is dropped. */
    public String span(Duration span) {
        if (span.toSecondsPart() > 0) {
            return say("span.seconds", span.toMinutes(), span.toSecondsPart());
        }
        return say("span.minutes", span.toMinutes());
    }

    /** Returns all words whose key begins with {@code prefix}, by the rest of the key. */
    public Map<String, String> beginningWith(String prefix) {
        Locale locale = LocaleContextHolder.getLocale();
        Map<String, String> words = new TreeMap<>();
        for (String name : BUNDLES) {
            ResourceBundle bundle = ResourceBundle.getBundle(
                    name, locale, ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_DEFAULT));
            bundle.keySet().stream()
                    .filter(key -> key.startsWith(prefix))
                    .forEach(key -> words.put(key.substring(prefix.length()), bundle.getString(key)));
        }
        return words;
    }
}
