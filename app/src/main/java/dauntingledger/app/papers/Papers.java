package dauntingledger.app.papers;

import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.results.ResultRules;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Question;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The papers of this installation. */
public interface Papers {

    /**
     * Reads a QTI 3.0 package and keeps it. Nothing is kept unless all of it can be read.
     *
     * @param zip the package, at most 20 MB
     * @throws PackageRefusedException if the package is not readable, or would let people practise what is asked in an exam
     *     that is not over, with every reason by file and line
     * @throws VersionKeptException if this version is kept already and is another paper
     */
    Imported importPackage(InputStream zip) throws IOException;

    /**
     * Returns the questions of a paper that stand in another as well, in the order of the first.
     *
     * @throws java.util.NoSuchElementException if there is no such paper
     */
    List<SharedQuestion> shared(PaperRef ref, PaperRef other);

    /**
     * Returns the questions of a paper that stand in a paper for practice too, in the latest version of that; a paper for
     * practice shares nothing with itself.
     *
     * @throws java.util.NoSuchElementException if there is no such paper
     */
    List<SharedQuestion> practised(PaperRef ref);

    /**
     * A package that was taken.
     *
     * @param notes what was left out of it
     */
    record Imported(PaperRef paper, List<PackageRefusedException.Problem> notes) {}

    /**
     * Returns a paper in its first language. Where the template of a question prints a value there is an ellipsis, as in
     * every text that is nobody's own.
     *
     * @throws java.util.NoSuchElementException if there is no such paper
     */
    PaperText text(PaperRef ref);

    /** Returns a paper in {@code language}, or in its first language where it has no such. */
    PaperText text(PaperRef ref, String language);

    /**
     * Returns a paper as one candidate reads it, in {@code language} or else in its first: with the numbers that the templates
     * of its questions draw.
     *
     * @param seed what the candidate's questions are drawn with
     */
    PaperText text(PaperRef ref, String language, long seed);

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

    /** Returns how this paper is judged by its key as {@code corrections} make it, each after the one before. */
    PaperMarking marking(PaperRef ref, List<Correction> corrections);

    /**
     * Returns how one candidate's answers are judged by the key as the author gave it.
     *
     * @param seed what the candidate's questions are drawn with
     */
    default PaperMarking marking(PaperRef ref, long seed) {
        return marking(ref, List.of()).drawn(seed);
    }

    /** Returns how marks of this paper become a result. */
    ResultRules results(PaperRef ref);

    /**
     * How a question came to its marks.
     *
     * @param feedback what the author says to this answer, as HTML
     * @param runs how programs in answer to it ended, by response; empty while they wait to be run
     */
    record Explained(
            Question question, Score.Explanation explanation, List<String> feedback, Map<ResponseId, List<Ran>> runs) {}

    /** How a program ended in one of its cases. */
    record Ran(int number, boolean shown, Ending ending) {}
}
