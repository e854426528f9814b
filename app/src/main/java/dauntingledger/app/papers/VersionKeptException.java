package dauntingledger.app.papers;

/** Thrown when a package has the version of a paper that is kept already, and is another paper. */
public final class VersionKeptException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    VersionKeptException(PaperRef ref) {
        super("paper " + ref.id() + " version " + ref.version()
                + " is kept already with other contents; give the changed paper a higher version");
    }
}
