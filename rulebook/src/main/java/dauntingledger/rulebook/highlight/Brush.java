package dauntingledger.rulebook.highlight;

/** What can be done to characters. A new ink takes the place of another; inks, underlining and striking combine. */
public enum Brush {
    INK_1,
    INK_2,
    INK_3,
    UNDERLINE,
    STRIKE,
    /** Takes every mark away. */
    REMOVE;

    /** Returns how a character looks after this. */
    public Look on(Look look) {
        return switch (this) {
            case INK_1 -> new Look(1, look.underlined(), look.struck());
            case INK_2 -> new Look(2, look.underlined(), look.struck());
            case INK_3 -> new Look(3, look.underlined(), look.struck());
            case UNDERLINE -> new Look(look.ink(), true, look.struck());
            case STRIKE -> new Look(look.ink(), look.underlined(), true);
            case REMOVE -> Look.PLAIN;
        };
    }
}
