package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.results.ResultRules;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.Key;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * All that a package comes to.
 *
 * @param texts the paper in each of its languages
 * @param results how marks become a result
 * @param schemes what a person marks by, of each item that one marks
 * @param feedback what authors say to answers, by language and item
 * @param ownNames what items call themselves in their files
 * @param notes what was left out of it
 * @param sounds what pages are read out with, by path in the package
 * @param files the paths of all files in the package that it comes from
 */
record ReadPaper(
        Map<String, PaperText> texts,
        Key key,
        ResultRules results,
        Map<ItemId, MarkingScheme> schemes,
        Map<String, Map<ItemId, List<Feedback>>> feedback,
        Map<String, ItemId> ownNames,
        Map<String, Papers.Medium> sounds,
        Set<String> files,
        List<PackageRefusedException.Problem> notes) {

    ReadPaper {
        texts = Map.copyOf(texts);
        schemes = Map.copyOf(schemes);
        feedback = Map.copyOf(feedback);
        ownNames = Map.copyOf(ownNames);
        sounds = Map.copyOf(sounds);
        files = Set.copyOf(files);
        notes = List.copyOf(notes);
    }

    /** Returns this with a key that is corrected; what nobody marks any more has no scheme. */
    ReadPaper corrected(List<Correction> corrections) {
        Key corrected = key.corrected(corrections);
        Map<ItemId, MarkingScheme> marked = new HashMap<>(schemes);
        marked.keySet().removeIf(item -> corrected.of(item).judge() != ItemKey.Judge.PERSON);
        return new ReadPaper(texts, corrected, results, marked, feedback, ownNames, sounds, files, notes);
    }

    /** Returns this with how programs ended. */
    ReadPaper knowing(Runs runs) {
        Key knowing = key.with(runs);
        return knowing == key
                ? this
                : new ReadPaper(texts, knowing, results, schemes, feedback, ownNames, sounds, files, notes);
    }

    /** Returns this as one candidate has it: with the values that the templates of its items draw. */
    ReadPaper drawn(long seed) {
        return key.draws() ? printing(key.drawn(seed)) : this;
    }

    /** Returns this as nobody in particular has it: with an ellipsis where values are printed. */
    ReadPaper unprinted() {
        return key.draws() ? printing(key) : this;
    }

    private ReadPaper printing(Key drawn) {
        Map<String, PaperText> printed = new HashMap<>();
        texts.forEach((language, text) -> printed.put(language, Printed.in(text, drawn.values())));
        Map<String, Map<ItemId, List<Feedback>>> said = new HashMap<>();
        feedback.forEach((language, items) -> {
            Map<ItemId, List<Feedback>> ofItems = new HashMap<>();
            items.forEach((item, all) -> ofItems.put(
                    item,
                    all.stream()
                            .map(one -> one.printing(
                                    Printed.inHtml(drawn.of(item).template().variables(), language)))
                            .toList()));
            said.put(language, ofItems);
        });
        return new ReadPaper(printed, drawn, results, schemes, said, ownNames, sounds, files, notes);
    }

    List<Feedback> feedbackIn(String language, ItemId item) {
        return requireNonNull(feedback.get(in(language).language())).getOrDefault(item, List.of());
    }

    /** Returns the paper in {@code language}, or in its first language where it has no such. */
    PaperText in(String language) {
        @Nullable PaperText text = texts.get(language);
        if (text != null) {
            return text;
        }
        String first = texts.values().iterator().next().paper().languages().first();
        return requireNonNull(texts.get(first));
    }
}
