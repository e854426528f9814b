package dauntingledger.engine;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** Takes what a program writes, up to a bound. */
final class BoundedOutput extends OutputStream {

    private final ByteArrayOutputStream taken = new ByteArrayOutputStream();
    private final int most;
    private final boolean strict;

    /** @param strict whether more than the bound ends the program, or is left out */
    BoundedOutput(int most, boolean strict) {
        this.most = most;
        this.strict = strict;
    }

    /** Ends a program that writes too much. */
    static final class FullException extends RuntimeException {
        private static final long serialVersionUID = 1L;

        @Override
        public synchronized Throwable fillInStackTrace() {
            return this;
        }
    }

    @Override
    public void write(int b) {
        write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) {
        int room = Math.min(length, most - taken.size());
        taken.write(bytes, offset, room);
        if (room < length && strict) {
            throw new FullException();
        }
    }

    String text() {
        return taken.toString(StandardCharsets.UTF_8);
    }
}
