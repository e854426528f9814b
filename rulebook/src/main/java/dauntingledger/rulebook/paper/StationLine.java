package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.picture.PictureView;
import java.util.List;

/** A line of the station check: what is measured, in whole numbers, and when that passes. */
public enum StationLine {
    /** Width and height of the window in CSS pixels. */
    WINDOW(2) {
        @Override
        boolean suffices(List<Long> figures) {
            return figures.get(0) >= LEAST_WIDTH && figures.get(1) >= LEAST_HEIGHT;
        }
    },
    /** 1 if the browser keeps what is written to it. */
    STORAGE(1) {
        @Override
        boolean suffices(List<Long> figures) {
            return figures.get(0) == 1;
        }
    },
    /** Difference of the computer's clock to the server's, and the round trip, in milliseconds. */
    CLOCK(2) {
        @Override
        boolean suffices(List<Long> figures) {
            return figures.get(1) <= MOST_ROUND_TRIP_MILLIS;
        }
    },
    /** 1 if the candidate heard the tone, and the level it was heard at, 0 to 100. */
    SOUND(2) {
        @Override
        boolean suffices(List<Long> figures) {
            return figures.get(0) == 1;
        }
    },
    /** What the camera sees: 1 for a face in good light, see {@link PictureView#figure}. */
    CAMERA(1) {
        @Override
        boolean suffices(List<Long> figures) {
            return figures.get(0) == PictureView.ONE_FACE.figure();
        }
    },
    /** How fast the line carries what is sent, in kilobits a second, and the round trip, in milliseconds. */
    CONNECTION(2) {
        @Override
        boolean suffices(List<Long> figures) {
            return figures.get(0) >= LEAST_UPLOAD_KBITS && figures.get(1) <= MOST_ROUND_TRIP_MILLIS;
        }
    },
    /** 1 if the browser lets the exam fill the screen. */
    FULL_SCREEN(1) {
        @Override
        boolean suffices(List<Long> figures) {
            return figures.get(0) == 1;
        }
    };

    /** The room works from this size on. */
    public static final int LEAST_WIDTH = 1024;

    public static final int LEAST_HEIGHT = 640;

    /*
     * A wrong clock does no harm, for exam time is the server's; the difference is shown and never fails. A slow line
     * delays the acknowledgement of answers, and from a second on candidates doubt that they counted.
     */
    public static final int MOST_ROUND_TRIP_MILLIS = 1_000;

    /** Enough for answers, drawings and the pictures of a camera at once. */
    public static final int LEAST_UPLOAD_KBITS = 256;

    private final int figures;

    StationLine(int figures) {
        this.figures = figures;
    }

    abstract boolean suffices(List<Long> measured);

    /** Returns whether {@code measured} passes. A wrong number of figures does not. */
    public boolean passes(List<Long> measured) {
        return isMeasuredBy(measured) && suffices(measured);
    }

    /** Returns whether {@code measured} has the number of figures that this line takes. */
    public boolean isMeasuredBy(List<Long> measured) {
        return measured.size() == figures;
    }
}
