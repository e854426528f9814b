package dauntingledger.app.words;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;

/**
 * An appointment as an iCalendar object (RFC 5545).
 *
 * @param uid names the appointment in all calendars
 * @param sequence which version of it this is; calendars put a higher one in the place of a lower (3.8.7.4)
 * @param made when this file was made
 * @param from when it begins
 * @param until when it ends
 */
public record CalendarEntry(
        String uid,
        int sequence,
        Instant made,
        Instant from,
        Instant until,
        String summary,
        String location,
        String description) {

    private static final int MOST_OCTETS = 75;
    private static final DateTimeFormatter UTC =
            DateTimeFormatter.ofPattern("uuuuMMdd'T'HHmmss'Z'").withZone(ZoneOffset.UTC);

    /** Returns the file: lines that end in CR LF, none longer than 75 octets. */
    public String file() {
        StringBuilder out = new StringBuilder();
        line(out, "BEGIN:VCALENDAR");
        line(out, "VERSION:2.0");
        line(out, "PRODID:-//Brackwater//Daunting Ledger//EN");
        line(out, "BEGIN:VEVENT");
        line(out, "UID:" + text(uid));
        line(out, "SEQUENCE:" + sequence);
        line(out, "DTSTAMP:" + UTC.format(made));
        line(out, "DTSTART:" + UTC.format(from));
        line(out, "DTEND:" + UTC.format(until));
        line(out, "SUMMARY:" + text(summary));
        line(out, "LOCATION:" + text(location));
        line(out, "DESCRIPTION:" + text(description));
        line(out, "END:VEVENT");
        line(out, "END:VCALENDAR");
        return out.toString();
    }

    /** Escapes what would end a value (3.3.11). */
    private static String text(String value) {
        return value.replace("\\", "\\\\")
                .replace(";", "\\;")
                .replace(",", "\\,")
                .replace("\r", "")
                .replace("\n", "\\n");
    }

    /** Folds a line that is too long (3.1), never inside a character. */
    private static void line(StringBuilder out, String line) {
        int octets = 0;
        for (int i = 0; i < line.length(); ) {
            int character = line.codePointAt(i);
            String written = Character.toString(character);
            int size = written.getBytes(StandardCharsets.UTF_8).length;
            if (octets + size > MOST_OCTETS) {
                out.append("\r\n ");
                octets = 1;
            }
            out.append(written);
            octets += size;
            i += written.length();
        }
        out.append("\r\n");
    }
}
