package dauntingledger.app.papers;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Key;
import dauntingledger.rulebook.scoring.PartScoring;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;

/**
 * The programs on a sheet of responses.
 *
 * @param given by candidate, item and response
 */
record SheetPrograms(Key key, Map<String, Map<ItemId, Map<ResponseId, List<String>>>> given) {

    static final String COLUMNS = "candidate,case,kind,worth,earned,ending";

    /** Returns every program that was given, once, with the cases that it is judged by. */
    Set<JudgedHere.Judged> all() {
        Set<JudgedHere.Judged> programs = new LinkedHashSet<>();
        given.values()
                .forEach(answers -> answers.forEach((item, answer) -> key.of(item)
                        .programs()
                        .forEach((response, judged) -> answer.getOrDefault(response, List.of()).stream()
                                .flatMap(value -> Source.read(value).stream())
                                .forEach(program -> programs.add(new JudgedHere.Judged(program, judged.cases()))))));
        return programs;
    }

    /**
     * Returns how the programs in answer to an item ended in each of its cases, as CSV: {@value #COLUMNS}. A case of a group
     * earns its worth only if all of the group pass.
     *
     * @throws IllegalArgumentException if the item is not answered by a program
     */
    String explained(ItemId item) {
        Map<ResponseId, PartScoring.OfCases> programs = key.of(item).programs();
        if (programs.isEmpty()) {
            throw new IllegalArgumentException(
                    "item '" + item + "' is not answered by a program, so there are no cases; name one that is");
        }
        StringBuilder out = new StringBuilder(COLUMNS).append('\n');
        given.forEach((candidate, answers) -> programs.forEach(
                (response, judged) -> answers.getOrDefault(item, Map.of()).getOrDefault(response, List.of()).stream()
                        .limit(1)
                        .forEach(program -> explain(candidate, judged, program, out))));
        return out.toString();
    }

    private static void explain(String candidate, PartScoring.OfCases judged, String program, StringBuilder out) {
        List<Ending> endings = judged.endings(Value.typed(program)).orElseThrow();
        List<Case> cases = judged.cases().all();
        List<Rational> earned = judged.cases().earned(endings);
        for (int i = 0; i < cases.size(); i++) {
            Case one = cases.get(i);
            out.append(CSVFormat.RFC4180.format(
                            candidate,
                            one.number(),
                            one.shown() ? "shown" : "hidden",
                            Numeral.write(one.worth()),
                            Numeral.write(earned.get(i)),
                            PlainNames.name(endings.get(i))))
                    .append('\n');
        }
    }
}
