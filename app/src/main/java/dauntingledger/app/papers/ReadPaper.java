package dauntingledger.app.papers;

import dauntingledger.rulebook.scoring.Key;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * All that a package comes to.
 *
 * @param texts the paper in each of its languages
 * @param sounds what pages are read out with, by path in the package
 */
record ReadPaper(Map<String, PaperText> texts, Key key, Map<String, Papers.Sound> sounds) {

    ReadPaper {
        texts = Map.copyOf(texts);
        sounds = Map.copyOf(sounds);
    }

    /** Returns the paper in {@code language}, or in its first language where it has no such. */
    PaperText in(String language) {
        @Nullable PaperText text = texts.get(language);
        if (text != null) {
            return text;
        }
        String first = texts.values().iterator().next().paper().languages().first();
        return Objects.requireNonNull(texts.get(first));
    }
}
