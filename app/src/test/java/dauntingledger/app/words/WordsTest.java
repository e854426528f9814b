package dauntingledger.app.words;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import com.ibm.icu.text.MessageFormat;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.RosterFinding;
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
import org.junit.jupiter.params.provider.ValueSource;

class WordsTest {

    private static final Pattern ARGUMENT = Pattern.compile("\\{\\d}");
    private static final Pattern IN_TEMPLATE = Pattern.compile("#\\{([a-z][a-z0-9.-]*[a-z0-9])[}(]");
    private static final Set<Verdict> NOT_FOR_PEOPLE = Set.of(Verdict.PERMITTED);

    /** The words of candidates' pages, and those of the office's. */
    private static final List<String> BUNDLES = List.of("messages", "office");

    private static ResourceBundle bundle(String name, Locale locale) {
        return ResourceBundle.getBundle(name, locale);
    }

    private static boolean isKey(String key) {
        return BUNDLES.stream().anyMatch(name -> bundle(name, Locale.ROOT).containsKey(key));
    }

    @ParameterizedTest
    @ValueSource(strings = {"messages", "office"})
    void areCompleteInEveryLanguageWithTheSameArguments(String name) {
        ResourceBundle english = bundle(name, Locale.ROOT);
        for (Locale locale : ChosenLanguage.OFFERED) {
            ResourceBundle other = bundle(name, locale);
            if (!locale.equals(Locale.ENGLISH)) {
                assertThat(other.getLocale()).isEqualTo(locale);
                assertThat(Set.copyOf(own(name, locale))).isEqualTo(english.keySet());
            }
            for (String key : english.keySet()) {
                assertThat(arguments(other.getString(key)))
                        .as("arguments of %s in %s", key, locale)
                        .isEqualTo(arguments(english.getString(key)));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"messages", "office"})
    void areGoodPatterns(String name) {
        for (Locale locale : ChosenLanguage.OFFERED) {
            ResourceBundle words = bundle(name, locale);
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
    void haveEachKeyInOneBundle() {
        assertThat(bundle("office", Locale.ROOT).keySet())
                .doesNotContainAnyElementsOf(bundle("messages", Locale.ROOT).keySet());
    }

    @Test
    void sayWhatIsWrongWithEveryRosterAndEveryExam() {
        for (RosterFinding.Problem problem : RosterFinding.Problem.values()) {
            assertThat(isKey("roster.finding." + problem.key()))
                    .as(problem.key())
                    .isTrue();
        }
        for (ExamState.Obstacle obstacle : ExamState.Obstacle.values()) {
            String key = PlainNames.name(obstacle);
            assertThat(isKey("exam.problem." + key)).as(key).isTrue();
        }
    }

    @Test
    void sayWhyOfEveryRefusal() {
        for (Verdict verdict : Verdict.values()) {
            if (!NOT_FOR_PEOPLE.contains(verdict)) {
                String name = PlainNames.name(verdict);
                assertThat(isKey("room.verdict." + name)).as(name).isTrue();
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
                        .filter(key -> !isKey(key))
                        .forEach(missing::add);
            }
        }
        assertThat(missing).isEmpty();
    }

    /** Returns the keys that a bundle has itself, without those it inherits. */
    private static List<String> own(String name, Locale locale) {
        try (Stream<String> lines =
                Files.lines(Path.of("src/main/resources/" + name + "_" + locale.getLanguage() + ".properties"))) {
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
