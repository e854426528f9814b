package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Route;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Nothing of the key comes to a candidate's browser in a whole sitting of the licence examination. */
class KeyTrafficTest extends BrowserTest {

    private static final String BUOYAGE = "form[action='/practice/buoyage-practice']";

    private static final Path ITEMS = Path.of("src/main/resources/demo/papers/pilot-licence/items");
    private static final Pattern BODY = Pattern.compile("<qti-item-body>.*</qti-item-body>", Pattern.DOTALL);
    private static final Pattern TOLD = Pattern.compile(
            "(?:correct|drawn|coords|map-key|tolerance|name)=\"([^\"]+)\"|<qti-value>([^<]+)</qti-value>");
    /** What is shorter stands in many places by chance. */
    private static final int TELLING = 5;

    private static final List<String> WORDS_OF_KEYS = List.of(
            "correct-response", "correctResponse", "map-entry", "mappedValue", "response-processing", "yardstick");

    /** What the keys of the practice set say, and its questions do not. */
    private static final List<String> PRACTISED =
            List.of("24.25", "light and darkness together", "add the 8 s of darkness");

    private final List<String> bodies = new ArrayList<>();
    private final Map<String, APIResponse> assets = new HashMap<>();

    @Test
    void staysOnTheServer() throws IOException {
        Map<String, String> secrets = secrets();
        listen();
        walkToTheFirstSection();
        option(2).click();
        closeSection();
        awaitPage("break");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
        closeSection();
        throughTheLongBreak();
        for (int question = 1; question <= 4; question++) {
            toItsEnd();
            if (question < 4) {
                page.locator("[data-do=next]").click();
            }
        }
        closeSection();
        throughTheLastBlock();
        awaitPage("hand-in");
        page.locator("[data-act=handed-in]").click();
        assertThat(page.locator(".digest")).isVisible();
        String traffic = String.join("\n", bodies);

        assertThat(secrets).hasSizeGreaterThan(20);
        assertThat(List.of("Which of these are true?", "Tern Beacon", "desk-", "room-data"))
                .as("what was heard")
                .allMatch(traffic::contains);
        secrets.keySet().removeIf(secret -> !traffic.contains(secret));
        assertThat(secrets).as("keys that were heard, and their items").isEmpty();
        assertThat(WORDS_OF_KEYS).noneMatch(traffic::contains);
    }

    @Test
    void ofPracticeComesOnlyWithTheCheckOfItsQuestion() {
        listen();
        signIn();
        page.locator(BUOYAGE + " select").selectOption("learn");
        page.locator(BUOYAGE + " button").click();
        awaitPage("threshold");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
        page.keyboard().press("1");
        page.keyboard().press("v");
        page.locator("[data-check-go]").click();
        assertThat(page.locator(".question.open .checked")).containsText("Right");
        for (int question = 1; question < 4; question++) {
            page.keyboard().press("n");
        }
        assertAllEntered();
        String traffic = String.join("\n", bodies);

        assertThat(traffic).contains("By the key", "A light is seen for 2 seconds");
        assertThat(PRACTISED).noneMatch(traffic::contains);
    }

    /**
     * Hears what the server sends to the window, which has no worker between them; but for the stream of events, which
     * never ends and has entries only. What does not change between two visits is sent once.
     */
    private void listen() {
        withoutServiceWorker();
        context.route(url -> !url.contains("/events"), route -> {
            String address = route.request().url();
            APIResponse answer = assets.get(address);
            if (answer == null) {
                answer = route.fetch(new Route.FetchOptions().setMaxRedirects(0));
                bodies.add(new String(answer.body(), StandardCharsets.UTF_8));
            }
            if (address.contains("/assets/")) {
                assets.put(address, answer);
            }
            route.fulfill(new Route.FulfillOptions().setResponse(answer));
        });
    }

    /** Every pair of options can be pressed, the right ones among them. */
    private static boolean isMadeOfOptions(String value, StringBuilder asked) {
        return Stream.of(value.split(" ")).allMatch(word -> asked.indexOf("identifier=\"" + word + "\"") >= 0);
    }

    /** Returns what keys say and questions do not, by the item that says it. */
    private static Map<String, String> secrets() throws IOException {
        Map<String, String> told = new TreeMap<>();
        StringBuilder asked = new StringBuilder();
        try (Stream<Path> files = Files.list(ITEMS)) {
            for (Path file :
                    files.filter(path -> path.toString().endsWith(".xml")).toList()) {
                String item = Files.readString(file);
                Matcher body = BODY.matcher(item);
                assertThat(body.find()).isTrue();
                asked.append(body.group());
                TOLD.matcher(body.replaceFirst(""))
                        .results()
                        .map(match -> match.group(1) == null ? match.group(2) : match.group(1))
                        .filter(value -> value.length() >= TELLING)
                        .forEach(value -> told.put(value, file.getFileName().toString()));
            }
        }
        told.keySet().removeIf(value -> asked.indexOf(value) >= 0 || isMadeOfOptions(value, asked));
        return told;
    }
}
