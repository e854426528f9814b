package dauntingledger.app.staff;

import java.util.Locale;

/** What somebody who works here may do. */
public enum Role {
    /** Everything of the exam office. */
    OFFICE,
    /** Looks after named rooms. */
    INVIGILATOR,
    /** Marks answers of named papers. */
    MARKER,
    /** Marks, and decides where markers differ, for named papers. */
    CHIEF_MARKER,
    /** Reads everything and changes nothing. */
    AUDITOR,
    /** Enters the candidates of a centre, and sees nothing of anybody else. */
    CENTRE;

    /** Returns the role as words and forms name it, like {@code chief-marker}. */
    public String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Returns whether this role is for named rooms. */
    public boolean isOfRooms() {
        return this == INVIGILATOR;
    }

    /** Returns whether this role is for named papers. */
    public boolean isOfPapers() {
        return this == MARKER || this == CHIEF_MARKER;
    }
}
