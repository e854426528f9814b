package dauntingledger.app.papers;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jsoup.Jsoup;

/**
 * The words of the questions of a paper, options included, by which a question is known again in another.
 *
 * @param title of the paper
 * @param words of each question in each language of the paper; of one without words there are none
 */
record QuestionWords(String title, Map<ItemId, List<String>> words) {

    static QuestionWords of(ReadPaper paper) {
        Map<ItemId, List<String>> words = new LinkedHashMap<>();
        paper.in("").paper().items().map(Item::id).forEach(item -> words.put(item, new ArrayList<>()));
        paper.texts()
                .values()
                .forEach(text -> words.forEach((item, all) -> Optional.of(words(text, item))
                        .filter(said -> !said.isEmpty())
                        .ifPresent(all::add)));
        return new QuestionWords(paper.in("").paper().title(), words);
    }

    /** Returns the questions that stand in another paper as well, in their order here; of several that of the same name. */
    List<SharedQuestion> sharedWith(QuestionWords other) {
        Map<String, Set<ItemId>> others = new HashMap<>();
        other.words.forEach((item, all) -> all.forEach(words ->
                others.computeIfAbsent(words, none -> new LinkedHashSet<>()).add(item)));
        return words.entrySet().stream()
                .flatMap(one -> one.getValue().stream()
                        .flatMap(words -> Optional.ofNullable(others.get(words)).stream())
                        .map(same -> same.contains(one.getKey())
                                ? one.getKey()
                                : same.iterator().next())
                        .map(same -> new SharedQuestion(one.getKey(), other.title, same))
                        .limit(1))
                .toList();
    }

    private static String words(PaperText text, ItemId item) {
        Stream<String> options = text.options(item).stream()
                .map(option -> Jsoup.parseBodyFragment(option.html()).text())
                .sorted();
        return Stream.concat(Stream.of(text.plain(item)), options)
                .reduce("", (all, next) -> all + " " + next)
                .strip()
                .replaceAll("\\s+", " ")
                .toLowerCase(Locale.ROOT);
    }
}
