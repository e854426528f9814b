package dauntingledger.app.demo;

import dauntingledger.app.admission.Candidates;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.stereotype.Component;

/** Fills an empty installation with the Brackwater Pilotage Board's papers and candidates. */
@Component
@ConditionalOnProperty("exam.demo")
class DemoWorld implements ApplicationRunner {

    private static final Logger log = LoggerFactory.getLogger(DemoWorld.class);
    private static final String PACKAGES = "demo/papers/";

    private record Person(String number, String name, String pin, String seat) {}

    private static final List<Person> PEOPLE = List.of(
            new Person("BW-20417", "Ilse Varga-Thorne", "4071", "9"),
            new Person("BW-20418", "Tomas Okonedo-Reed", "5162", "10"),
            new Person("BW-20419", "Maren Achterberg", "6253", "11"));

    private final Papers papers;
    private final Candidates candidates;
    private final Appointments appointments;

    DemoWorld(Papers papers, Candidates candidates, Appointments appointments) {
        this.papers = papers;
        this.candidates = candidates;
        this.appointments = appointments;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        PaperRef licence = papers.importPackage(new ByteArrayInputStream(zip("pilot-licence")));
        for (Person person : PEOPLE) {
            if (candidates.find(person.number()).isEmpty()) {
                candidates.register(person.number(), person.name(), person.pin());
                appointments.make(person.number(), licence, person.seat());
            }
        }
        log.info("The demo world is in place: {} candidates", PEOPLE.size());
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
