package dauntingledger.app.papers;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jsoup.Jsoup;

/**
 * A question that stands in two papers: with the same words, whatever it is called and however these are spaced.
 *
 * @param paper what the other paper is called
 * @param item what the question is called there
 */
public record SharedQuestion(ItemId own, String paper, ItemId item) {

    /** Returns the questions of a paper that stand in another as well, in the order of the first. */
    static List<SharedQuestion> of(ReadPaper paper, ReadPaper other) {
        String title = other.in("").paper().title();
        Map<String, ItemId> others = new HashMap<>();
        other.texts()
                .values()
                .forEach(text -> text.paper()
                        .items()
                        .map(Item::id)
                        .forEach(item -> others.putIfAbsent(words(text, item), item)));
        return paper.in("")
                .paper()
                .items()
                .map(Item::id)
                .flatMap(item -> paper.texts().values().stream()
                        .map(text -> words(text, item))
                        .filter(words -> !words.isEmpty())
                        .flatMap(words -> Optional.ofNullable(others.get(words)).stream())
                        .map(same -> new SharedQuestion(item, title, same))
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
