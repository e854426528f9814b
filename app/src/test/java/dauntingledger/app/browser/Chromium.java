package dauntingledger.app.browser;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Playwright;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/** Gives tests the one headless browser that is started for all of them. */
final class Chromium implements ParameterResolver {

    private static final List<String> FLAGS = List.of(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    /** Closed by the test runner after the last test. */
    private record Running(Playwright playwright, Browser browser) implements AutoCloseable {

        static Running start() {
            Playwright playwright = Playwright.create(
                    new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
            String path = System.getenv().getOrDefault("CHROMIUM", "/usr/bin/chromium");
            return new Running(
                    playwright,
                    playwright
                            .chromium()
                            .launch(new BrowserType.LaunchOptions()
                                    .setExecutablePath(Path.of(path))
                                    .setIgnoreDefaultArgs(List.of("--hide-scrollbars"))
                                    .setArgs(FLAGS)));
        }

        @Override
        public void close() {
            playwright.close();
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext test) {
        return parameter.getParameter().getType() == Browser.class;
    }

    @Override
    public Browser resolveParameter(ParameterContext parameter, ExtensionContext test) {
        return test.getRoot()
                .getStore(ExtensionContext.Namespace.create(Chromium.class))
                .computeIfAbsent(Running.class, key -> Running.start(), Running.class)
                .browser();
    }
}
