package dauntingledger.app.staff;

/** The sign-ins of people, wherever they are. */
public interface SignInsOf {

    /** Ends every session and every remembered sign-in of somebody. */
    void end(String number);
}
