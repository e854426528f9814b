package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.marking.GivenMarks;
import dauntingledger.app.marking.HandedIn;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.results.Cohort;
import dauntingledger.rulebook.results.Result;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.Score;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Works out what the marks of an exam's cohort come to, under one key or several. The cohort is gone through once. */
@Component
class Reckoning {

    private final HandedIn handedIn;
    private final GivenMarks marks;
    private final KeyVersions keys;
    private final Papers papers;

    Reckoning(HandedIn handedIn, GivenMarks marks, KeyVersions keys, Papers papers) {
        this.handedIn = handedIn;
        this.marks = marks;
        this.keys = keys;
        this.papers = papers;
    }

    /**
     * What a cohort comes to.
     *
     * @param sittings whose sitting is which, by the number of the candidate
     * @param results for each key that was asked for, by the numbers of the candidates
     */
    record Reckoned(Map<String, SittingId> sittings, List<List<Result>> results) {}

    /** @param underKeys what each key changes of the paper's own */
    Reckoned of(Exam exam, List<List<Correction>> underKeys) {
        List<PaperMarking> markings =
                underKeys.stream().map(key -> keys.marking(exam, key)).toList();
        List<Map<SittingId, Map<ItemId, Rational>>> given =
                markings.stream().map(marking -> marks.of(exam, marking)).toList();
        Map<String, SittingId> sittings = new ConcurrentHashMap<>();
        Map<String, List<Score>> scores = new ConcurrentHashMap<>();
        handedIn.of(exam).forEach(one -> {
            SittingId sitting = one.appointment().sitting();
            List<Score> own = new ArrayList<>();
            for (int i = 0; i < markings.size(); i++) {
                own.add(markings.get(i).score(one.sitting(), given.get(i).getOrDefault(sitting, Map.of())));
            }
            sittings.put(one.appointment().candidate(), sitting);
            scores.put(one.appointment().candidate(), own);
        });
        List<List<Result>> results = new ArrayList<>();
        for (int i = 0; i < markings.size(); i++) {
            SortedMap<String, Score> under = new TreeMap<>();
            for (Map.Entry<String, List<Score>> one : scores.entrySet()) {
                under.put(one.getKey(), one.getValue().get(i));
            }
            results.add(Cohort.results(papers.results(exam.paper()), under));
        }
        return new Reckoned(sittings, results);
    }
}
