package dauntingledger.app.words;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;

/**
 * A text as a square code (ISO/IEC 18004) that cameras read.
 *
 * @param size how many modules it is wide and high, with its quiet zone
 * @param path the dark modules as an SVG path, a module for each unit
 */
public record SquareCode(int size, String path) {

    /** Asked for at no size, a square code is one dot for each of its modules. */
    private static final int NO_SIZE = 0;

    /** @throws IllegalArgumentException if the text is too long for a square code */
    public static SquareCode of(String text) {
        BitMatrix modules = modules(text);
        StringBuilder path = new StringBuilder();
        for (int row = 0; row < modules.getHeight(); row++) {
            for (int column = 0; column < modules.getWidth(); column++) {
                if (modules.get(column, row)) {
                    path.append('M').append(column).append(' ').append(row).append("h1v1h-1z");
                }
            }
        }
        return new SquareCode(modules.getWidth(), path.toString());
    }

    /** Returns the modules of the square code of a text. */
    public static BitMatrix modules(String text) {
        try {
            return new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, NO_SIZE, NO_SIZE);
        } catch (WriterException e) {
            throw new IllegalArgumentException(
                    "this cannot be written as a square code: " + text.length() + " signs", e);
        }
    }
}
