package dauntingledger.app.papers;

import dauntingledger.rulebook.results.ResultRules;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The papers of this installation. */
public interface Papers {

    /**
     * Reads a QTI 3.0 package and keeps it. Nothing is kept unless all of it can be read.
     *
     * @param zip the package, at most 20 MB
     * @throws PackageRefusedException if the package is not readable, with every reason by file and line
     * @throws VersionKeptException if this version is kept already and is another paper
     */
    Imported importPackage(InputStream zip) throws IOException;

    /**
     * A package that was taken.
     *
     * @param notes what was left out of it
     */
    record Imported(PaperRef paper, List<PackageRefusedException.Problem> notes) {}

    /**
     * Returns a paper in its first language.
     *
     * @throws java.util.NoSuchElementException if there is no such paper
     */
    PaperText text(PaperRef ref);

    /** Returns a paper in {@code language}, or in its first language where it has no such. */
    PaperText text(PaperRef ref, String language);

    /** Returns the latest version of every paper. */
    List<PaperRef> latest();

    /** Returns every version of every paper, the latest of each first. */
    List<PaperRef> all();

    /** Returns a sound file of a paper, by the path that a page of it names. */
    Optional<Medium> sound(PaperRef ref, String path);

    /**
     * A page read out, or an exhibit; equal to another of the same type and contents.
     *
     * @param type its media type
     */
    @SuppressWarnings("ArrayRecordComponent")
    record Medium(String type, byte[] bytes) {
        @Override
        public boolean equals(@Nullable Object other) {
            return other instanceof Medium(String otherType, byte[] otherBytes)
                    && type.equals(otherType)
                    && Arrays.equals(bytes, otherBytes);
        }

        @Override
        public int hashCode() {
            return 31 * type.hashCode() + Arrays.hashCode(bytes);
        }
    }

    /**
     * Returns a kept paper as a QTI 3.0 package that imports to an equal paper.
     *
     * @throws java.util.NoSuchElementException if there is no such paper
     */
    byte[] exported(PaperRef ref);

    /** Marks a sitting of this paper by its key. */
    Score score(PaperRef ref, Sitting sitting);

    /** Returns how this paper is judged by its key as {@code corrections} make it, each after the one before. */
    PaperMarking marking(PaperRef ref, List<Correction> corrections);

    /** Returns how marks of this paper become a result. */
    ResultRules results(PaperRef ref);

    /**
     * Says how a sitting's marks came about, question by question, with what the author has to say in {@code language}.
     * It gives the key away.
     */
    List<Explained> explain(PaperRef ref, String language, Sitting sitting);

    /**
     * How a question came to its marks.
     *
     * @param feedback what the author says to this answer, as HTML
     */
    record Explained(Question question, Score.Explanation explanation, List<String> feedback) {}
}
