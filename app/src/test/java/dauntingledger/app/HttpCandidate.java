package dauntingledger.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.function.Consumer;

/** A candidate's browser without a screen: cookies, token and plain requests to a running server. */
public final class HttpCandidate {

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final String address;

    public HttpCandidate(int port) {
        this.address = "http://localhost:" + port;
    }

    /** Signs in, and returns where the server sends the browser then. */
    public String signIn(String number, String pin) throws IOException, InterruptedException {
        String page = get("/sign-in").body();
        int token = page.indexOf("name=\"_csrf\" value=\"") + "name=\"_csrf\" value=\"".length();
        String form = "_csrf=" + encode(page.substring(token, page.indexOf('"', token))) + "&number=" + encode(number)
                + "&pin=" + encode(pin);
        return post("/sign-in", "application/x-www-form-urlencoded", form)
                .headers()
                .firstValue("location")
                .orElseThrow();
    }

    public HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return http.send(request(path).GET().build(), BodyHandlers.ofString());
    }

    /** Posts JSON as the room's script does. */
    public HttpResponse<String> post(String path, String json) throws IOException, InterruptedException {
        return post(path, "application/json", json);
    }

    /** Posts a form as the pages' scripts do. */
    public HttpResponse<String> submit(String path, String form) throws IOException, InterruptedException {
        return post(path, "application/x-www-form-urlencoded", form);
    }

    /** Hands the lines of a stream of events on until it ends. */
    public void stream(String path, Consumer<String> lines) {
        try {
            http.send(request(path).header("Accept", "text/event-stream").GET().build(), BodyHandlers.ofLines())
                    .body()
                    .forEach(lines);
        } catch (IOException | UncheckedIOException e) {
            lines.accept("the stream has ended");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    public String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals(name))
                .map(cookie -> cookie.getValue())
                .findFirst()
                .orElse("");
    }

    private HttpResponse<String> post(String path, String type, String body) throws IOException, InterruptedException {
        HttpRequest request = request(path)
                .header("Content-Type", type)
                .header("X-XSRF-TOKEN", cookie("XSRF-TOKEN"))
                .POST(BodyPublishers.ofString(body))
                .build();
        return http.send(request, BodyHandlers.ofString());
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path));
    }

    private static String encode(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8);
    }
}
