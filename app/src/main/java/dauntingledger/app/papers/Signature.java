package dauntingledger.app.papers;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;

/** What files of a kind begin with, so that one that is not what its name says is not taken for it. */
enum Signature {
    PNG("png", at(1, "PNG\r\n")),
    JPEG("jpg jpeg", at(0, "\u00FF\u00D8\u00FF")),
    GIF("gif", at(0, "GIF87a").or(at(0, "GIF89a"))),
    /** RIFF with a form type, by the container specification of WebP. */
    WEBP("webp", at(0, "RIFF").and(at(8, "WEBP"))),
    /** RFC 3533. */
    OGG("ogg opus", at(0, "OggS")),
    /** A frame of ISO 11172-3, which begins with eleven set bits, or a tag before the first. */
    MP3("mp3", at(0, "ID3").or(file -> file.length > 1 && (file[0] & 0xFF) == 0xFF && (file[1] & 0xE0) == 0xE0)),
    WAV("wav", at(0, "RIFF").and(at(8, "WAVE"))),
    /** RFC 8794. */
    WEBM("webm", at(0, "\u001A\u0045\u00DF\u00A3")),
    /** ISO 14496-12. */
    MP4("mp4", at(4, "ftyp")),
    /** ISO 32000. */
    PDF("pdf", at(0, "%PDF-"));

    private final List<String> endings;
    private final Predicate<byte[]> begins;

    Signature(String endings, Predicate<byte[]> begins) {
        this.endings = List.of(endings.split(" "));
        this.begins = begins;
    }

    /** Returns whether a file of a kind that is known here is not what its name says. */
    static boolean belies(String path, byte[] file) {
        String ending = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        for (Signature kind : values()) {
            if (kind.endings.contains(ending)) {
                return !kind.begins.test(file);
            }
        }
        return false;
    }

    /** @param bytes a character for each byte */
    private static Predicate<byte[]> at(int place, String bytes) {
        byte[] due = bytes.getBytes(StandardCharsets.ISO_8859_1);
        return file ->
                file.length >= place + due.length && Arrays.equals(file, place, place + due.length, due, 0, due.length);
    }
}
