package dauntingledger.app.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class CalendarEntryTest {

    private static CalendarEntry entry(String summary, String description) {
        return new CalendarEntry(
                "sitting-7@here",
                0,
                Instant.parse("2026-11-25T08:00:00Z"),
                Instant.parse("2026-12-01T09:00:00Z"),
                Instant.parse("2026-12-01T10:15:00Z"),
                summary,
                "Seat 9",
                description);
    }

    @Test
    void holdsTheAppointment() {
        assertThat(entry("An exam", "Come early").file())
                .startsWith("BEGIN:VCALENDAR\r\nVERSION:2.0\r\n")
                .contains("DTSTART:20261201T090000Z\r\n", "DTEND:20261201T101500Z\r\n", "SUMMARY:An exam\r\n")
                .endsWith("END:VEVENT\r\nEND:VCALENDAR\r\n");
    }

    @Test
    void escapesWhatWouldEndAValue() {
        assertThat(entry("A, B; C\\D\nE", "").file()).contains("SUMMARY:A\\, B\\; C\\\\D\\nE\r\n");
    }

    @Property(tries = 300)
    void foldsLongLinesWithoutLosingAnything(@ForAll String anything) {
        String description = "x".repeat(60) + anything.replace("\r", "").replaceAll("[\\ud800-\\udfff]", "ü€😀");

        String file = entry("An exam", description).file();

        assertThat(file.split("\r\n", -1))
                .allSatisfy(line ->
                        assertThat(line.getBytes(StandardCharsets.UTF_8)).hasSizeLessThanOrEqualTo(75));
        assertThat(file.replace("\r\n ", ""))
                .contains("DESCRIPTION:"
                        + description
                                .replace("\\", "\\\\")
                                .replace(";", "\\;")
                                .replace(",", "\\,")
                                .replace("\n", "\\n"));
    }
}
