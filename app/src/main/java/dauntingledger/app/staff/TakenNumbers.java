package dauntingledger.app.staff;

/** Tells which numbers others have who sign in here, so that a number names one person. */
public interface TakenNumbers {

    boolean isTaken(String number);
}
