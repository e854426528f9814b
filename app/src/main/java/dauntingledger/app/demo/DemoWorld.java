package dauntingledger.app.demo;

import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.sitting.Window;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.stereotype.Component;

/** Fills an empty installation with the Brackwater Pilotage Board's papers and candidates. */
@Component
@ConditionalOnProperty("exam.demo")
@Order(0)
class DemoWorld implements ApplicationRunner {

    private static final Logger log = LoggerFactory.getLogger(DemoWorld.class);
    private static final String PACKAGES = "demo/papers/";

    private static final Accommodations MORE_TIME = new Accommodations(
            Rational.of(5, 4),
            Map.of(),
            Duration.ofMinutes(5),
            Map.of(),
            false,
            List.of("a magnifying glass", "ear protection"));
    private static final Duration DOORS_BEFORE = Duration.ofMinutes(30);
    private static final Duration SOON = Duration.ofMinutes(3);
    private static final Duration ROOM_OPEN = Duration.ofMinutes(120);
    private static final Duration ADMISSION = Duration.ofMinutes(20);

    private final Papers papers;
    private final Candidates candidates;
    private final DemoOffice office;
    private final DemoSittings sittings;
    private final Clock clock;

    DemoWorld(Papers papers, Candidates candidates, DemoOffice office, DemoSittings sittings, Clock clock) {
        this.papers = papers;
        this.candidates = candidates;
        this.office = office;
        this.sittings = sittings;
        this.clock = clock;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        PaperRef licence = paper("pilot-licence");
        PaperRef cadet = paper("cadet-entrance");
        PaperRef lightkeeper = paper("lightkeeper");
        paper("buoyage-practice");
        paper("rules-practice");
        paper("tides-practice");
        paper("programs-practice");
        paper("try-out");
        Instant now = clock.instant();
        Window soon = Window.of(
                now.minus(DOORS_BEFORE), now.plus(SOON), now.plus(SOON).plus(ADMISSION));
        Window open = Window.of(now.minus(DOORS_BEFORE), now.minusSeconds(1), now.plus(Duration.ofHours(8)));

        sittings.openNow(candidate("BW-20417", "Ilse Varga-Thorne", "4071", "a"), licence, "9", Terms.OPEN);
        sittings.scheduled(
                candidate("BW-20418", "Tomas Okonedo-Reed", "5162", "b"),
                cadet,
                "10",
                Terms.OPEN.within(soon.endingAt(soon.opens().plus(ROOM_OPEN))));
        sittings.atTheDoor(
                candidate("BW-20419", "Maren Achterberg", "6253", "c"), lightkeeper, "11", Terms.OPEN.withCode("7482"));
        sittings.handedIn(candidate("BW-20420", "Corwin Adeyemi-Salt", "7344", "d"), licence, "12");
        sittings.inProgress(candidate("BW-20421", "Pia Lindqvist-Marsh", "8435", "e"), licence, "13");
        sittings.openNow(
                candidate("BW-20422", "Ruben Castellane", "9526", "f"),
                licence,
                "14",
                Terms.OPEN.granting(MORE_TIME, new Terms.Display("contrast-light", "125")));
        sittings.openNow(
                candidate("BW-20423", "Johanna Weidenbruck", "1617", "g"), cadet, "15", Terms.OPEN.within(open));
        PaperRef radio = paper("shore-radio");
        sittings.openNow(
                candidate("BW-20424", "Nikolaj Fernhaven", "2708", "b"), radio, "16", Terms.OPEN.withCode("3906"));
        office.open(licence, cadet, lightkeeper, radio);
        log.info("The demo world is in place");
    }

    private PaperRef paper(String name) throws IOException {
        return papers.importPackage(new ByteArrayInputStream(zip(name))).paper();
    }

    private String candidate(String number, String name, String pin, String face) {
        if (candidates.find(number).isEmpty()) {
            candidates.register(number, name, pin, face);
        }
        return number;
    }

    /** Packs a folder of the demo papers as the package it is; the same files always give the same bytes. */
    private static byte[] zip(String paper) throws IOException {
        String root = PACKAGES + paper + "/";
        Resource[] files = new PathMatchingResourcePatternResolver().getResources("classpath:" + root + "**/*.*");
        Arrays.sort(files, Comparator.comparing(file -> path(file, root)));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Resource file : files) {
                ZipEntry entry = new ZipEntry(path(file, root));
                entry.setTimeLocal(LocalDateTime.of(1980, 1, 1, 0, 0));
                zip.putNextEntry(entry);
                zip.write(file.getContentAsByteArray());
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    private static String path(Resource file, String root) {
        try {
            String url = file.getURL().toString();
            return url.substring(url.indexOf(root) + root.length());
        } catch (IOException e) {
            throw new IllegalStateException("a demo file has no address: " + file, e);
        }
    }
}
