package dauntingledger.rulebook.sitting;

/** Where on the route a sitting is. */
public sealed interface Position {

    /** In a stage, by its index on the route. */
    record At(int stage) implements Position {}

    /** Before a stage that waits to be opened; no clock of that stage runs. */
    record Before(int stage) implements Position {}

    /** At the end. */
    record Over(Ending ending) implements Position {}

    /** Returns the index of the last stage that the candidate has been let into, or -1 if that is none. */
    default int reached(int routeLength) {
        return this instanceof Before before ? before.stage() - 1 : index(routeLength);
    }

    /** How a sitting came to its end. */
    enum Ending {
        HANDED_IN,
        DECLINED,
        /** By the invigilator. */
        ENDED
    }

    /** Returns the index of the stage the sitting is in or before, or the length of the route if it is over. */
    default int index(int routeLength) {
        return switch (this) {
            case At at -> at.stage();
            case Before before -> before.stage();
            case Over over -> routeLength;
        };
    }
}
