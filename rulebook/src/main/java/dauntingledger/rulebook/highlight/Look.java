package dauntingledger.rulebook.highlight;

/**
 * How a character is marked.
 *
 * @param ink 0 for none, or 1 to {@value #INKS}
 */
public record Look(int ink, boolean underlined, boolean struck) {

    public static final int INKS = 3;
    public static final Look PLAIN = new Look(0, false, false);

    public Look {
        if (ink < 0 || ink > INKS) {
            throw new IllegalArgumentException("an ink must be 0 to " + INKS + ", but was " + ink);
        }
    }
}
