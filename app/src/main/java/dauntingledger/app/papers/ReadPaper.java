package dauntingledger.app.papers;

import dauntingledger.rulebook.scoring.Key;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * All that a package comes to.
 *
 * @param texts the paper in each of its languages
 * @param media files that are sent as they are, by path in the package
 */
record ReadPaper(Map<String, PaperText> texts, Key key, Map<String, Papers.Medium> media) {

    ReadPaper {
        texts = Map.copyOf(texts);
        media = Map.copyOf(media);
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
