package dauntingledger.app.words;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import com.ibm.icu.text.MessageFormat;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Verdict;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordsTest {

    private static final Pattern ARGUMENT = Pattern.compile("\\{\\d}");
    private static final Pattern IN_TEMPLATE = Pattern.compile("#\\{([a-z][a-z0-9.-]*[a-z0-9])[}(]");
    private static final Set<Verdict> NOT_FOR_PEOPLE = Set.of(Verdict.PERMITTED);

    private static ResourceBundle bundle(Locale locale) {
        return ResourceBundle.getBundle("messages", locale);
    }

    @Test
    void areCompleteInEveryLanguageWithTheSameArguments() {
        ResourceBundle english = bundle(Locale.ROOT);
        for (Locale locale : ChosenLanguage.OFFERED) {
            ResourceBundle other = bundle(locale);
            if (!locale.equals(Locale.ENGLISH)) {
                assertThat(other.getLocale()).isEqualTo(locale);
                assertThat(Set.copyOf(own(locale))).isEqualTo(english.keySet());
            }
            for (String key : english.keySet()) {
                assertThat(arguments(other.getString(key)))
                        .as("arguments of %s in %s", key, locale)
                        .isEqualTo(arguments(english.getString(key)));
            }
        }
    }

    @Test
    void areGoodPatterns() {
        for (Locale locale : ChosenLanguage.OFFERED) {
            ResourceBundle words = bundle(locale);
            for (String key : words.keySet()) {
                assertThatCode(() -> new MessageFormat(words.getString(key), locale))
                        .as("%s in %s", key, locale)
                        .doesNotThrowAnyException();
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"1, en, 1 minute", "2, en, 2 minutes", "1, de, 1 Minute", "25, de, 25 Minuten"})
    void countAsTheLanguageCounts(int minutes, Locale locale, String words) {
        assertThat(new IcuMessages().getMessage("span.minutes", new Object[] {minutes}, locale))
                .isEqualTo(words);
    }

    @Test
    void sayWhyOfEveryRefusal() {
        for (Verdict verdict : Verdict.values()) {
            if (!NOT_FOR_PEOPLE.contains(verdict)) {
                String name = PlainNames.name(verdict);
                assertThat(bundle(Locale.ROOT).containsKey("room.verdict." + name))
                        .as(name)
                        .isTrue();
            }
        }
    }

    @Test
    void areThereForEveryTemplate() throws IOException {
        Set<String> missing = new TreeSet<>();
        try (Stream<Path> templates = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path template : templates.filter(Files::isRegularFile).toList()) {
                IN_TEMPLATE
                        .matcher(Files.readString(template))
                        .results()
                        .map(found -> found.group(1))
                        .filter(key -> !bundle(Locale.ROOT).containsKey(key))
                        .forEach(missing::add);
            }
        }
        assertThat(missing).isEmpty();
    }

    /** Returns the keys that a bundle has itself, without those it inherits. */
    private static List<String> own(Locale locale) {
        try (Stream<String> lines =
                Files.lines(Path.of("src/main/resources/messages_" + locale.getLanguage() + ".properties"))) {
            return lines.filter(line -> line.contains("=") && !line.startsWith("#"))
                    .map(line -> line.substring(0, line.indexOf('=')))
                    .toList();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Set<String> arguments(String words) {
        return ARGUMENT.matcher(words).results().map(MatchResult::group).collect(Collectors.toSet());
    }
}
