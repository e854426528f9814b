package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.response.Interaction.Completeness;

/**
 * How many questions are in which state. The four states always add up to {@link #questions}; review marks are counted
 * apart.
 */
public record Totals(int answered, int part, int blank, int notOpened, int marked) {

    public static final Totals NONE = new Totals(0, 0, 0, 0, 0);

    public int questions() {
        return answered + part + blank + notOpened;
    }

    /** Returns how many questions have no answer at all. */
    public int unanswered() {
        return blank + notOpened;
    }

    /** Returns how many questions would be left without a full answer. */
    public int withoutFullAnswer() {
        return part + blank + notOpened;
    }

    /** Returns the share of questions with a full answer, in whole per cent rounded down. */
    public int percent() {
        return questions() == 0 ? 0 : 100 * answered / questions();
    }

    public Totals plus(Totals other) {
        return new Totals(
                answered + other.answered,
                part + other.part,
                blank + other.blank,
                notOpened + other.notOpened,
                marked + other.marked);
    }

    static Totals of(Completeness completeness, boolean opened, boolean marked) {
        int mark = marked ? 1 : 0;
        return switch (completeness) {
            case FULL -> new Totals(1, 0, 0, 0, mark);
            case PART -> new Totals(0, 1, 0, 0, mark);
            case BLANK -> opened ? new Totals(0, 0, 1, 0, mark) : new Totals(0, 0, 0, 1, mark);
        };
    }
}
