package dauntingledger.app;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.programs.Settled;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.sitting.Window;
import jakarta.servlet.http.Cookie;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Import;
import org.springframework.context.annotation.Primary;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.request.RequestPostProcessor;
import org.springframework.util.function.SingletonSupplier;

/** A running exam server with the demo paper, a settable clock and its data in a folder of its own; one for all tests. */
@SpringBootTest(
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        properties = {
            "exam.demo=true",
            "exam.number-prefix=BW-",
            "exam.pin-cost=4",
            "exam.time-signal=100ms",
            "exam.mail.every=1h",
            "exam.password-cost=4",
            "spring.main.banner-mode=off",
            "logging.file.name=target/exam-server-${test.fork:1}.log"
        })
@AutoConfigureMockMvc
@Import({ExamServerTest.Time.class, Settled.class})
public abstract class ExamServerTest {

    protected static final String PIN = "97315";
    protected static final Path LOG = Path.of("target/exam-server-" + System.getProperty("test.fork", "1") + ".log");
    private static final String TOKEN = "5b0b5d8e-2d0e-4d6a-8f3a-6d0c7c6a3f11";
    private static final AtomicInteger NUMBERS = new AtomicInteger(50_000);
    private static final Path DATA = temporary();
    private static final Supplier<String> DATABASE = SingletonSupplier.of(Postgres::newDatabase);

    @Autowired
    protected SettableClock clock;

    @Autowired
    protected Candidates candidates;

    @Autowired
    protected Papers papers;

    @Autowired
    protected Appointments appointments;

    @Autowired
    protected Ledgers ledgers;

    @DynamicPropertySource
    static void data(DynamicPropertyRegistry registry) {
        registry.add("exam.data", DATA::toString);
        registry.add("exam.sweep.every", () -> "1h");
        if (Postgres.isWanted()) {
            registry.add("spring.datasource.url", DATABASE::get);
            registry.add("spring.datasource.username", () -> "postgres");
        }
    }

    @TestConfiguration
    static class Time {
        @Bean
        @Primary
        SettableClock settableClock() {
            return new SettableClock();
        }
    }

    /** Returns a sitting of the demo paper for a candidate of its own, who signs in with {@link #PIN}. */
    protected Appointment newAppointment() {
        return newAppointment("pilot-licence", Terms.OPEN);
    }

    /** Returns a sitting of one of the demo papers for a candidate of its own, who signs in with {@link #PIN}. */
    protected Appointment newAppointment(String paper, Terms terms) {
        String number = "BW-" + NUMBERS.incrementAndGet();
        candidates.register(number, "Test Candidate", PIN, "a");
        return appointments.make(number, paper(paper), "7", terms);
    }

    /** Returns the latest version of a paper of the demo. */
    protected PaperRef paper(String paper) {
        return papers.latest().stream()
                .filter(ref -> ref.id().value().equals(paper))
                .findFirst()
                .orElseThrow();
    }

    /** Returns a sitting of the cadet paper whose candidate has come as far as {@code stage} of the arrival. */
    protected Appointment cadetAt(String stage) {
        Appointment cadet = newAppointment("cadet-entrance", Terms.OPEN.within(opensIn(Duration.ofMinutes(-1))));
        does(cadet, new Act.StageOpened(new StageId("privacy")));
        while (!sitting(cadet).route().stage().orElseThrow().id().value().equals(stage)) {
            goesOn(cadet, sitting(cadet).route().stage().orElseThrow());
        }
        return cadet;
    }

    private void goesOn(Appointment cadet, Stage stage) {
        switch (stage) {
            case Stage.Notice notice ->
                does(
                        cadet,
                        new Act.NoticeAccepted(
                                notice.id(),
                                notice.textDigests().iterator().next(),
                                notice.confirmation().statements().getFirst()));
            case Stage.Identity identity -> does(cadet, new Act.IdentityConfirmed(identity.id()));
            case Stage.StationCheck check -> {
                does(cadet, new Act.StationExcused(check.id(), "Jonna Hartwell"));
                does(cadet, new Act.StageLeft(check.id()));
            }
            case Stage.Portrait portrait -> does(cadet, new Act.PortraitTaken(portrait.id(), "0f".repeat(32)));
            case Stage.LanguageChoice choice -> does(cadet, new Act.LanguageChosen("en"));
            case Stage.Instructions read -> {
                clock.advance(read.least());
                does(cadet, new Act.StageLeft(read.id()));
            }
            default -> throw new AssertionError("the arrival does not lead through " + stage.id());
        }
    }

    /** Returns a sitting of the licence paper whose block {@code rules} is open. */
    protected Appointment inRules() {
        Appointment appointment = newAppointment();
        opensRules(appointment);
        return appointment;
    }

    /** Does what leads to the block {@code rules} of the licence paper, and opens it. */
    protected void opensRules(Appointment appointment) {
        does(appointment, new Act.StageOpened(new StageId("conduct")));
        Stage.Notice notice =
                (Stage.Notice) sitting(appointment).route().stage().orElseThrow();
        does(
                appointment,
                new Act.NoticeAccepted(
                        notice.id(), notice.textDigests().iterator().next(), ""));
        does(appointment, new Act.StageLeft(new StageId("instructions")));
        does(appointment, new Act.StageOpened(new StageId("rules")));
    }

    /** Returns such a sitting whose block {@code tides} is open, which has every tool. */
    protected Appointment inTides() {
        Appointment appointment = inRules();
        does(appointment, new Act.BlockClosed(new StageId("rules")));
        does(appointment, new Act.StageOpened(new StageId("tides")));
        return appointment;
    }

    /** Returns such a sitting in its long break, which can be ended after signing in again. */
    protected Appointment inTheLongBreak() {
        Appointment appointment = inTides();
        does(appointment, new Act.BlockClosed(new StageId("tides")));
        clock.advance(Duration.ofMinutes(3));
        return appointment;
    }

    /** Returns such a sitting whose passage case is open. */
    protected Appointment inThePassage() {
        Appointment appointment = inTheLongBreak();
        does(appointment, new Act.SignedInAgain());
        does(appointment, new Act.StageOpened(new StageId("passage")));
        return appointment;
    }

    /** Returns such a sitting whose last block is open, which asks questions of every kind. */
    protected Appointment inCraft() {
        Appointment appointment = inThePassage();
        does(appointment, new Act.BlockClosed(new StageId("passage")));
        does(appointment, new Act.StageOpened(new StageId("craft")));
        return appointment;
    }

    /** Returns hours that open in {@code untilOpen}, with doors half an hour before and admission for a quarter. */
    protected Window opensIn(Duration untilOpen) {
        Instant opens = clock.instant().plus(untilOpen);
        return Window.of(opens.minus(Duration.ofMinutes(30)), opens, opens.plus(Duration.ofMinutes(15)));
    }

    protected Sitting sitting(Appointment appointment) {
        return ledgers.open(appointment, clock.instant()).sitting();
    }

    /** Does what must be permitted, as the server records it. */
    protected void does(Appointment appointment, Act act) {
        Verdict verdict = ledgers.record(appointment, act, clock.instant()).verdict();
        if (!verdict.isPermitted()) {
            throw new AssertionError(act + " was " + verdict);
        }
    }

    /**
     * Returns what puts a token into a request as the room's script does. The test library's own way would exchange the
     * server's token store for all tests after it.
     */
    protected static RequestPostProcessor token() {
        return request -> {
            Cookie[] others = request.getCookies() == null ? new Cookie[0] : request.getCookies();
            Cookie[] cookies = Arrays.copyOf(others, others.length + 1);
            cookies[others.length] = new Cookie("XSRF-TOKEN", TOKEN);
            request.setCookies(cookies);
            request.addHeader("X-XSRF-TOKEN", TOKEN);
            return request;
        };
    }

    private static Path temporary() {
        try {
            return Files.createTempDirectory(
                    Files.createDirectories(Path.of("target", "exam-data").toAbsolutePath()), "run");
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
