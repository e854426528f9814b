package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.HandedIn;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.programs.Judging;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.PartScoring;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What the programs of a cohort came to in the cases of a question, and what is still to be run. */
@Component
class JudgedPrograms {

    private final HandedIn handedIn;
    private final Judging judging;
    private final Words words;

    JudgedPrograms(HandedIn handedIn, Judging judging, Words words) {
        this.handedIn = handedIn;
        this.judging = judging;
        this.words = words;
    }

    /**
     * The programs that were given in one place of a question.
     *
     * @param given how many there are
     * @param judged how many of them were run in every case
     */
    record Programs(String response, int given, int judged, List<CaseRow> cases) {}

    /** @param others how often it ended otherwise, each way in words */
    record CaseRow(
            int number,
            boolean shown,
            String call,
            String input,
            String output,
            String worth,
            String group,
            int passed,
            List<String> others) {}

    /** Returns what came of the programs in answer to an item, one for each of its responses that is a program. */
    List<Programs> of(Exam exam, PaperMarking marking, Item item) {
        return marking.programs(item.id()).entrySet().stream()
                .map(one -> programs(one.getKey(), one.getValue(), given(exam, item, one.getKey())))
                .toList();
    }

    /** Has all programs in answer to an item run again in all of its cases. */
    void again(Exam exam, PaperMarking marking, Item item) {
        marking.programs(item.id()).forEach((response, judged) -> {
            Set<Source> programs = given(exam, item, response).stream()
                    .flatMap(value -> Program.source(value).stream())
                    .collect(Collectors.toSet());
            judging.again(programs, judged.cases());
        });
    }

    /** Returns how many programs of a cohort wait to be run under a key. */
    int waiting(Exam exam, PaperMarking marking) {
        return handedIn.waiting(exam, marking);
    }

    private List<Value> given(Exam exam, Item item, ResponseId response) {
        return handedIn.of(exam)
                .flatMap(one -> one.sitting().questions().get(item.id()).response(response).stream())
                .toList();
    }

    private Programs programs(ResponseId response, PartScoring.OfCases judged, List<Value> given) {
        List<List<Ending>> all =
                given.stream().flatMap(value -> judged.endings(value).stream()).toList();
        List<CaseRow> rows = new ArrayList<>();
        for (Case one : judged.cases().all()) {
            int at = rows.size();
            rows.add(row(one, all.stream().map(endings -> endings.get(at)).toList()));
        }
        return new Programs(response.value(), given.size(), all.size(), rows);
    }

    private CaseRow row(Case one, List<Ending> endings) {
        Map<Ending, Integer> times = new EnumMap<>(Ending.class);
        endings.forEach(ending -> times.merge(ending, 1, Integer::sum));
        List<String> others = times.entrySet().stream()
                .filter(ended -> !ended.getKey().isPass())
                .map(ended -> words.say("room.answer.program.short." + PlainNames.name(ended.getKey())) + " "
                        + ended.getValue())
                .toList();
        return new CaseRow(
                one.number(),
                one.shown(),
                one.call(),
                one.input(),
                one.output(),
                Numeral.write(one.worth()),
                one.group(),
                times.getOrDefault(Ending.PASSED, 0),
                others);
    }
}
