package dauntingledger.app.start;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.jdbc.core.JdbcTemplate;

/** Sits an exam through Debian's nginx and HAProxy, set up by the samples in {@code ops}, over HTTPS. */
class ProxiesTest extends ExamServerTest {

    private static final String BENT = "203.0.113.9";

    @LocalServerPort
    private int port;

    @Autowired
    private JdbcTemplate database;

    @TempDir
    private Path folder;

    private enum Proxy {
        NGINX {
            @Override
            List<String> command(Path folder, String sample, int plain, int secure, int server) throws IOException {
                String site = sample.replace("listen [::]:80;", "")
                        .replace("listen [::]:443 ssl http2;", "")
                        .replace("listen 80;", "listen 127.0.0.1:" + plain + ";")
                        .replace("listen 443 ssl http2;", "listen 127.0.0.1:" + secure + " ssl http2;")
                        .replace("127.0.0.1:8080", "127.0.0.1:" + server)
                        .replace("/etc/ssl/daunting-ledger", folder.toString());
                Path file = folder.resolve("all.conf");
                Files.writeString(
                        file,
                        "daemon off; pid " + folder + "/nginx.pid; error_log stderr; events {} http { access_log off; "
                                + site + "}");
                return List.of("nginx", "-p", folder.toString(), "-c", file.toString());
            }
        },
        HAPROXY {
            @Override
            List<String> command(Path folder, String sample, int plain, int secure, int server) throws IOException {
                Path file = folder.resolve("haproxy.cfg");
                Files.writeString(
                        file,
                        sample.replace("maxconn 50000", "maxconn 500")
                                .replace("bind :80", "bind 127.0.0.1:" + plain)
                                .replace("bind :443", "bind 127.0.0.1:" + secure)
                                .replace("127.0.0.1:8080", "127.0.0.1:" + server)
                                .replace("/etc/ssl/daunting-ledger", folder.toString()));
                return List.of("haproxy", "-db", "-f", file.toString());
            }
        };

        abstract List<String> command(Path folder, String sample, int plain, int secure, int server) throws IOException;

        String sample() {
            return this == NGINX ? "nginx.conf" : "haproxy.cfg";
        }
    }

    @ParameterizedTest
    @EnumSource
    @Timeout(value = 1, unit = TimeUnit.MINUTES)
    void carriesAnExam(Proxy proxy) throws Exception {
        certificate();
        int plain = freePort();
        int secure = freePort();
        Process running = new ProcessBuilder(
                        proxy.command(folder, Files.readString(Path.of("../ops", proxy.sample())), plain, secure, port))
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("proxy.log").toFile())
                .start();
        try {
            Browser browser = new Browser("https://localhost:" + secure);
            awaitOpen(browser, running);
            Appointment appointment = newAppointment();

            browser.signIn(appointment.candidate());
            assertThat(browser.cookies.getCookieStore().getCookies())
                    .isNotEmpty()
                    .allMatch(HttpCookie::getSecure);
            assertThat(seenAddress(appointment.candidate()))
                    .as("what a browser says of where it is is not believed")
                    .isNotEqualTo(BENT);
            firstEventComesAtOnce(browser, appointment);
            assertThat(browser.get("/operations/status").statusCode()).isEqualTo(404);
            assertThat(browser.get("/actuator/prometheus").statusCode()).isEqualTo(404);
            assertThat(browser.get("/sign-in").headers().firstValue("Strict-Transport-Security"))
                    .isPresent();
            HttpResponse<String> insecure =
                    browser.send(HttpRequest.newBuilder(URI.create("http://localhost:" + plain + "/sign-in")));
            assertThat(insecure.statusCode()).isEqualTo(301);
            assertThat(insecure.headers().firstValue("location").orElseThrow()).startsWith("https://");
        } finally {
            running.destroy();
            running.waitFor();
        }
    }

    private void firstEventComesAtOnce(Browser browser, Appointment appointment) throws Exception {
        String room = "/sittings/" + appointment.sitting();
        browser.post(room + "/enter", "application/json", "{}");
        String answer = browser.post(room + "/seat", "application/json", "{}").body();
        String seat = answer.replaceAll(".*\"seat\":\"([^\"]+)\".*", "$1");
        var stream = browser.http.send(
                browser.request(room + "/events?seat=" + seat)
                        .header("Accept", "text/event-stream")
                        .build(),
                HttpResponse.BodyHandlers.ofInputStream());
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(stream.body(), StandardCharsets.UTF_8))) {
            assertThat(lines.readLine()).isEqualTo("event:time");
        }
    }

    private String seenAddress(String number) {
        return String.valueOf(database.queryForObject(
                "select max(address) from audit_entry where who = ? and what = 'sign-in'", String.class, number));
    }

    private static void awaitOpen(Browser browser, Process proxy) throws Exception {
        for (int tries = 0; tries < 200; tries++) {
            try {
                if (browser.get("/sign-in").statusCode() == 200) {
                    return;
                }
            } catch (IOException notYet) {
                assertThat(proxy.isAlive()).as("the proxy runs").isTrue();
            }
            TimeUnit.MILLISECONDS.sleep(50);
        }
        throw new AssertionError("the proxy did not come to answer");
    }

    /** Makes a certificate that only this test trusts. */
    private void certificate() throws Exception {
        Process made = new ProcessBuilder(
                        "openssl",
                        "req",
                        "-x509",
                        "-newkey",
                        "rsa:2048",
                        "-nodes",
                        "-days",
                        "2",
                        "-subj",
                        "/CN=localhost",
                        "-addext",
                        "subjectAltName=DNS:localhost",
                        "-keyout",
                        "server.key",
                        "-out",
                        "server.crt")
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("openssl.log").toFile())
                .start();
        assertThat(made.waitFor()).isZero();
        Files.writeString(
                folder.resolve("server.pem"),
                Files.readString(folder.resolve("server.crt")) + Files.readString(folder.resolve("server.key")));
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    /** A browser without a screen that trusts the certificate, and lies about where it is. */
    private final class Browser {
        private final CookieManager cookies = new CookieManager();
        private final HttpClient http;
        private final String address;

        Browser(String address) throws Exception {
            this.address = address;
            KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
            trusted.load(null);
            try (var in = Files.newInputStream(folder.resolve("server.crt"))) {
                trusted.setCertificateEntry(
                        "test", CertificateFactory.getInstance("X.509").generateCertificate(in));
            }
            TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            trust.init(trusted);
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, trust.getTrustManagers(), null);
            http = HttpClient.newBuilder()
                    .sslContext(context)
                    .cookieHandler(cookies)
                    .connectTimeout(Duration.ofSeconds(5))
                    .build();
        }

        HttpRequest.Builder request(String path) {
            return HttpRequest.newBuilder(URI.create(address + path)).header("X-Forwarded-For", BENT);
        }

        HttpResponse<String> send(HttpRequest.Builder request) throws IOException, InterruptedException {
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        }

        HttpResponse<String> get(String path) throws IOException, InterruptedException {
            return send(request(path));
        }

        HttpResponse<String> post(String path, String type, String body) throws IOException, InterruptedException {
            String token = cookies.getCookieStore().getCookies().stream()
                    .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                    .map(HttpCookie::getValue)
                    .findFirst()
                    .orElse("");
            return send(request(path)
                    .header("Content-Type", type)
                    .header("X-XSRF-TOKEN", token)
                    .POST(HttpRequest.BodyPublishers.ofString(body)));
        }

        void signIn(String number) throws IOException, InterruptedException {
            get("/sign-in");
            HttpResponse<String> answer =
                    post("/sign-in", "application/x-www-form-urlencoded", "number=" + number + "&pin=" + PIN);
            assertThat(answer.headers().firstValue("location").orElse("")).endsWith("/");
        }
    }
}
