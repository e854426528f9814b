package dauntingledger.bench;

import dauntingledger.app.papers.PaperCommand;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.similarity.TextComparison;
import dauntingledger.rulebook.similarity.WrongAgreement;
import dauntingledger.rulebook.statistics.Attempt;
import dauntingledger.rulebook.statistics.ExamStatistics;
import dauntingledger.rulebook.statistics.Participant;
import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** What an exam tells once it is over: statistics of its questions, and the search for answers that look copied. */
final class FindingsBench {

    private static final int CANDIDATES = 10_000;
    private static final int QUESTIONS = 200;
    private static final int COMPARED = 2_000;
    private static final int WORDS = 400;
    private static final int VOCABULARY = 3_000;
    private static final int OPTIONS = 4;
    private static final String MEMORY = "-Xmx1g";
    private static final ResponseId RESPONSE = new ResponseId("RESPONSE");

    private static final String ITEM = """
            <?xml version="1.0" encoding="UTF-8"?>
            <qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="%s" title="Q" adaptive="false" \
            time-dependent="false"><qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier">\
            <qti-correct-response><qti-value>B</qti-value></qti-correct-response></qti-response-declaration>\
            <qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>\
            <qti-item-body><qti-choice-interaction response-identifier="RESPONSE" max-choices="1"><qti-prompt>Which?</qti-prompt>\
            <qti-simple-choice identifier="A">a</qti-simple-choice><qti-simple-choice identifier="B">b</qti-simple-choice>\
            <qti-simple-choice identifier="C">c</qti-simple-choice><qti-simple-choice identifier="D">d</qti-simple-choice>\
            </qti-choice-interaction></qti-item-body><qti-response-processing \
            template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/></qti-assessment-item>""";

    private FindingsBench() {}

    static void run(Table table) throws Exception {
        command(table);
        statistics(table);
        texts(table);
        agreement(table);
    }

    /** The command line in a process of its own, reading a file of two million responses. */
    private static void command(Table table) throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("ledger-findings");
        BenchPackage written = new BenchPackage();
        for (int i = 0; i < QUESTIONS; i++) {
            written.item("q" + i, ITEM.formatted("q" + i));
        }
        Path zip = Files.write(folder.resolve("package.zip"), written.zip("findings", "Findings", ""));
        Path csv = folder.resolve("responses.csv");
        Random random = new Random(1);
        try (BufferedWriter out = Files.newBufferedWriter(csv)) {
            out.write("candidate,item,variable,value\n");
            for (int i = 0; i < CANDIDATES; i++) {
                for (int question = 0; question < QUESTIONS; question++) {
                    out.write("C" + i + ",q" + question + ",RESPONSE," + (char) ('A' + random.nextInt(OPTIONS)) + "\n");
                }
            }
        }
        long start = System.nanoTime();
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        MEMORY,
                        "-cp",
                        System.getProperty("java.class.path"),
                        PaperCommand.class.getName(),
                        "statistics",
                        zip.toString(),
                        csv.toString())
                .redirectOutput(folder.resolve("out.csv").toFile())
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        int code = process.waitFor();
        table.row(
                "bin/paper statistics of %,d candidates and %d items within 1 GB".formatted(CANDIDATES, QUESTIONS),
                code == 0 ? "%.1f s".formatted(seconds(start)) : "ended with " + code,
                "≤ 20 s");
    }

    private static void statistics(Table table) {
        Random random = new Random(2);
        List<Attempt> possible = new ArrayList<>();
        for (int option = 0; option < OPTIONS; option++) {
            possible.add(new Attempt(
                    Attempt.Standing.ANSWERED,
                    Optional.of(Rational.of(option == 1 ? 1 : 0)),
                    Duration.ofSeconds(10 + option),
                    List.of(new Attempt.Chosen(RESPONSE, String.valueOf((char) ('A' + option))))));
        }
        List<Participant> cohort = new ArrayList<>();
        for (int i = 0; i < CANDIDATES; i++) {
            List<Attempt> attempts =
                    random.ints(QUESTIONS, 0, OPTIONS).mapToObj(possible::get).toList();
            Rational total = Rational.of(attempts.stream()
                    .filter(one -> one.score().filter(score -> !score.isZero()).isPresent())
                    .count());
            cohort.add(new Participant(Set.of(), total, List.of(total), attempts));
        }
        Rational most = Rational.of(QUESTIONS);
        List<Attempt.Chosen> options =
                possible.stream().map(one -> one.chosen().getFirst()).toList();
        ExamStatistics.Shape shape = new ExamStatistics.Shape(
                most,
                List.of(new ExamStatistics.Section(QUESTIONS, most)),
                IntStream.range(0, QUESTIONS)
                        .mapToObj(i -> new ExamStatistics.Question(
                                new ItemId("q" + i), Rational.ONE, options, Set.of(options.get(1))))
                        .toList());
        long start = System.nanoTime();
        int doubts = ExamStatistics.of(shape, cohort).questions().stream()
                .mapToInt(question -> question.doubts().size())
                .sum();
        table.row(
                "statistics of %,d sittings and %d questions (%d doubts)".formatted(CANDIDATES, QUESTIONS, doubts),
                "%.1f s".formatted(seconds(start)),
                "≤ 20 s");
    }

    private static void texts(Table table) {
        Random random = new Random(3);
        List<String> vocabulary = IntStream.range(0, VOCABULARY)
                .mapToObj(i -> Integer.toString(1_000_000 + random.nextInt(50_000_000), 36))
                .toList();
        Map<String, String> texts = new HashMap<>();
        for (int i = 0; i < COMPARED; i++) {
            texts.put(
                    "C" + i,
                    random.ints(WORDS, 0, VOCABULARY).mapToObj(vocabulary::get).collect(Collectors.joining(" ")));
        }
        long start = System.nanoTime();
        int found = TextComparison.of(texts, "").pairs(100).size();
        table.row(
                "similarity of %,d texts of %d words (%d pairs kept)".formatted(COMPARED, WORDS, found),
                "%.1f s".formatted(seconds(start)),
                "≤ 30 s");
    }

    private static void agreement(Table table) {
        Random random = new Random(4);
        List<WrongAgreement.Answers> cohort = IntStream.range(0, COMPARED)
                .mapToObj(i -> new WrongAgreement.Answers(
                        "C" + i, random.ints(QUESTIONS, 0, OPTIONS).toArray()))
                .toList();
        long start = System.nanoTime();
        int found = WrongAgreement.of(QUESTIONS, cohort).pairs(100).size();
        table.row(
                "agreement on wrong options of %,d candidates and %d questions (%d pairs kept)"
                        .formatted(COMPARED, QUESTIONS, found),
                "%.1f s".formatted(seconds(start)),
                "≤ 60 s");
    }

    private static double seconds(long since) {
        return Duration.ofNanos(System.nanoTime() - since).toMillis() / 1000.0;
    }
}
