package dauntingledger.app.room;

import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Instants and spans as the room writes them. */
@Component
class WallClock {

    private final DateTimeFormatter time;
    private final DateTimeFormatter day;

    WallClock(RoomSettings settings) {
        time = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ENGLISH).withZone(settings.zone());
        day = DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH).withZone(settings.zone());
    }

    String time(Instant instant) {
        return time.format(instant);
    }

    String day(Instant instant) {
        return day.format(instant);
    }

    /** Returns a span in minutes and seconds, or hours, minutes and seconds; a part of a second is dropped. */
    static String span(Duration span) {
        String minutes = span.toHours() > 0
                ? span.toHours() + ":" + twoDigits(span.toMinutesPart())
                : String.valueOf(span.toMinutesPart());
        return minutes + ":" + twoDigits(span.toSecondsPart());
    }

    private static String twoDigits(int number) {
        return number < 10 ? "0" + number : String.valueOf(number);
    }
}
