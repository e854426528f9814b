package dauntingledger.app.papers;

import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Sitting;
import java.io.IOException;
import java.io.InputStream;

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

    /** @throws java.util.NoSuchElementException if there is no such paper */
    PaperText text(PaperRef ref);

    /** Marks a sitting of this paper by its key. */
    Score score(PaperRef ref, Sitting sitting);
}
