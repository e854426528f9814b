package dauntingledger.app.papers;

import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Sitting;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;

/** The papers of this installation. */
public interface Papers {

    /**
     * Reads a QTI 3.0 package and keeps it. Nothing is kept unless all of it can be read.
     *
     * @param zip the package, at most 20 MB
     * @return the paper's name
     * @throws PackageRefusedException if the package is not readable, with every reason by file and line
     * @throws IllegalStateException if this version of the paper is kept already with other contents
     */
    PaperRef importPackage(InputStream zip) throws IOException;

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

    /** Returns a file of a paper that is sent as it is, by the path that a page or an exhibit of it names. */
    Optional<Medium> medium(PaperRef ref, String path);

    /**
     * A page read out, or an exhibit.
     *
     * @param type its media type
     */
    @SuppressWarnings("ArrayRecordComponent")
    record Medium(String type, byte[] bytes) {}

    /** Marks a sitting of this paper by its key. */
    Score score(PaperRef ref, Sitting sitting);
}
