package dauntingledger.rulebook.picture;

/** What a camera sees. */
public enum PictureView {
    NO_FACE(0),
    ONE_FACE(1),
    SEVERAL_FACES(2),
    TOO_DARK(3),
    /** Nearly one colour: something is before the camera. */
    COVERED(4);

    private final int figure;

    PictureView(int figure) {
        this.figure = figure;
    }

    /** Returns whether this is what a portrait must show: exactly one face, in enough light. */
    public boolean isGood() {
        return this == ONE_FACE;
    }

    /** Returns the number by which a station check records this view. */
    public int figure() {
        return figure;
    }
}
