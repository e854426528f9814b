package dauntingledger.app.papers;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;

/** What files of a kind begin with, so that one that is not what its name says is not taken for it. */
enum Signature {
    PNG("png") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 1, "PNG\r\n");
        }
    },
    JPEG("jpg jpeg") {
        @Override
        boolean begins(byte[] file) {
            return byteAt(file, 0) == 0xFF && byteAt(file, 1) == 0xD8 && byteAt(file, 2) == 0xFF;
        }
    },
    GIF("gif") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 0, "GIF87a") || hasAt(file, 0, "GIF89a");
        }
    },
    /** RIFF with a form type, by the container specification of WebP. */
    WEBP("webp") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 0, "RIFF") && hasAt(file, 8, "WEBP");
        }
    },
    /** RFC 3533. */
    OGG("ogg opus") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 0, "OggS");
        }
    },
    /** A frame of ISO 11172-3, or a tag before the first. */
    MP3("mp3") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 0, "ID3") || byteAt(file, 0) == 0xFF && (byteAt(file, 1) & 0xE0) == 0xE0;
        }
    },
    WAV("wav") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 0, "RIFF") && hasAt(file, 8, "WAVE");
        }
    },
    /** RFC 8794. */
    WEBM("webm") {
        @Override
        boolean begins(byte[] file) {
            return byteAt(file, 0) == 0x1A
                    && byteAt(file, 1) == 0x45
                    && byteAt(file, 2) == 0xDF
                    && byteAt(file, 3) == 0xA3;
        }
    },
    /** ISO 14496-12. */
    MP4("mp4") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 4, "ftyp");
        }
    },
    /** ISO 32000. */
    PDF("pdf") {
        @Override
        boolean begins(byte[] file) {
            return hasAt(file, 0, "%PDF-");
        }
    };

    private final String endings;

    Signature(String endings) {
        this.endings = endings;
    }

    abstract boolean begins(byte[] file);

    /** Returns whether a file of a kind that is known here is not what its name says. */
    static boolean belies(String path, byte[] file) {
        String ending = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        for (Signature kind : values()) {
            if (List.of(kind.endings.split(" ")).contains(ending)) {
                return !kind.begins(file);
            }
        }
        return false;
    }

    private static boolean hasAt(byte[] file, int place, String text) {
        byte[] due = text.getBytes(StandardCharsets.US_ASCII);
        for (int i = 0; i < due.length; i++) {
            if (byteAt(file, place + i) != due[i]) {
                return false;
            }
        }
        return true;
    }

    private static int byteAt(byte[] file, int place) {
        return place < file.length ? file[place] & 0xFF : -1;
    }
}
