package dauntingledger.rulebook.exam;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** The columns that a roster can have. */
public enum RosterColumn {
    NUMBER(32),
    NAME(120),
    EMAIL(254),
    ROOM(60),
    SEAT(8),
    TIME_FACTOR(8),
    EXTRA_BREAK_MINUTES(4),
    AIDS(400),
    LANGUAGE(16),
    SUPERVISOR(120),
    SUPERVISOR_PHONE(40);

    private final int longest;

    RosterColumn(int longest) {
        this.longest = longest;
    }

    /** Returns how many characters a cell may have. */
    public int longest() {
        return longest;
    }

    public boolean isRequired() {
        return this == NUMBER || this == NAME;
    }

    /** Returns the name by which a file heads it, like {@code time_factor}. */
    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Returns the column of a heading, in whatever case. */
    public static Optional<RosterColumn> of(String heading) {
        String key = heading.strip().toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(column -> column.key().equals(key))
                .findFirst();
    }
}
