package dauntingledger.app.audit;

/** The audit log of the installation. It only grows. */
public interface Audit {

    /**
     * Writes down that somebody did something. A log that cannot be written keeps nobody from working; that is said in
     * the server's log.
     */
    void note(Deed deed);
}
