package dauntingledger.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import dauntingledger.app.DauntingLedger;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Sitting;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** What papers with questions of every kind cost: taking one in, marking by its key, opening its room. */
final class PapersBench {

    private static final int ITEMS = 500;
    private static final int SCORED_ITEMS = 200;
    private static final int SITTINGS = 10_000;
    private static final int DIFFERENT = 50;
    private static final int IN_ROOM = 60;
    private static final int VISITS = 7;
    private static final long SEED = 20_261_125;

    private PapersBench() {}

    static void run(Table table) throws IOException {
        Path data = Files.createTempDirectory("ledger-papers");
        MixedPaper mixed = new MixedPaper();
        try (ConfigurableApplicationContext context = SpringApplication.run(
                DauntingLedger.class,
                "--server.port=0",
                "--exam.data=" + data,
                "--exam.pin-cost=4",
                "--spring.main.banner-mode=off",
                "--logging.level.root=warn")) {
            Papers papers = context.getBean(Papers.class);
            takeIn(table, papers, mixed.zip("imported", ITEMS));
            score(table, papers, mixed);
            openRoom(table, context, mixed);
        }
    }

    private static void takeIn(Table table, Papers papers, byte[] zip) throws IOException {
        long start = System.nanoTime();
        papers.importPackage(new ByteArrayInputStream(zip));
        table.row(
                "import of a package of %d items of every kind".formatted(ITEMS),
                "%.1f s, the first in a fresh server".formatted(seconds(start)),
                "≤ 5 s");
    }

    private static void score(Table table, Papers papers, MixedPaper mixed) throws IOException {
        PaperRef ref = papers.importPackage(new ByteArrayInputStream(mixed.zip("scored", SCORED_ITEMS)))
                .paper();
        Random random = new Random(SEED);
        List<Sitting> sittings = new ArrayList<>();
        for (int i = 0; i < DIFFERENT; i++) {
            sittings.add(sat(papers.text(ref).paper(), mixed, random));
        }
        long start = System.nanoTime();
        PaperMarking marking = papers.marking(ref, List.of());
        long marked = IntStream.range(0, SITTINGS)
                .parallel()
                .mapToObj(i -> marking.score(sittings.get(i % DIFFERENT), Map.of()))
                .filter(score -> score.marks().signum() > 0)
                .count();
        table.row(
                "scoring of %,d sittings of %d questions, on %d cores"
                        .formatted(marked, SCORED_ITEMS, Runtime.getRuntime().availableProcessors()),
                "%.1f s".formatted(seconds(start)),
                "≤ 30 s");
    }

    /** A sitting in which three questions of four are answered, and those correctly where the paper says how. */
    private static Sitting sat(Paper paper, MixedPaper mixed, Random random) {
        List<Act> acts = new ArrayList<>(List.of(
                new Act.SeatTaken("bench"),
                new Act.StageOpened(new StageId("instructions")),
                new Act.StageLeft(new StageId("instructions")),
                new Act.StageOpened(new StageId(paper.id().value()))));
        for (Item item : paper.items().toList()) {
            if (random.nextInt(4) > 0) {
                for (Interaction interaction : item.interactions()) {
                    mixed.correct(item, interaction)
                            .ifPresent(value -> acts.add(new Act.Answered(item.id(), interaction.response(), value)));
                }
            }
        }
        Instant now = Instant.now();
        Ledger ledger = new Ledger(paper);
        for (int i = 0; i < acts.size(); i++) {
            ledger.enter(Entry.made(new EntryId("e" + i), now.plusMillis(i), acts.get(i)));
        }
        return ledger.sitting();
    }

    /** From the press on Start to the first question, ready to be answered. */
    private static void openRoom(Table table, ConfigurableApplicationContext context, MixedPaper mixed)
            throws IOException {
        PaperRef ref = context.getBean(Papers.class)
                .importPackage(new ByteArrayInputStream(mixed.zip("room", IN_ROOM)))
                .paper();
        String address = "http://localhost:" + context.getEnvironment().getProperty("local.server.port");
        List<Double> took = new ArrayList<>();
        try (Playwright playwright = BrowserBench.playwright();
                Browser browser = BrowserBench.launch(playwright)) {
            for (int i = 0; i < VISITS; i++) {
                context.getBean(Candidates.class)
                        .register(BenchServer.number(i), "Candidate " + i, BenchServer.PIN, "");
                Appointment appointment =
                        context.getBean(Appointments.class).make(BenchServer.number(i), ref, "1", Terms.OPEN);
                try (BrowserContext visitor = browser.newContext()) {
                    Page page = visitor.newPage();
                    BrowserBench.toTheDoor(page, address, i);
                    long start = System.nanoTime();
                    page.locator("[data-act=stage-opened]").click();
                    page.waitForSelector("body[data-page=block][data-ready] .question.open");
                    took.add(seconds(start));
                }
            }
        }
        List<Double> sorted = took.stream().sorted().toList();
        table.row(
                "from Start to the first of %d questions of every kind, in a browser with nothing in its caches"
                        .formatted(IN_ROOM),
                "%.2f s (the first visit to the server %.2f s)".formatted(sorted.get(VISITS / 2), took.getFirst()),
                "≤ 1.5 s");
    }

    private static double seconds(long since) {
        return Duration.ofNanos(System.nanoTime() - since).toMillis() / 1000.0;
    }
}
