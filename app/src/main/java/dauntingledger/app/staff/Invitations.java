package dauntingledger.app.staff;

/** Lets people who work here make their own passwords, by one-time links that are sent to them. */
public interface Invitations {

    /**
     * Makes an account that cannot be signed in to yet, and writes to its owner.
     *
     * @throws IllegalStateException if the number is taken
     * @throws IllegalArgumentException if the number is none
     */
    void invite(Staff.Profile profile);

    /** Writes to somebody once more, with a new link; the one before is good no longer, the password stays. */
    void inviteAgain(String number);
}
