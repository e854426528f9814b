package dauntingledger.app.words;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Locale;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/** Instants and spans as people read them on the clock of this house, in the language of the request. */
@Component
public class WallClock {

    private final ZoneId zone;
    private final DateTimeFormatter time;
    private final DateTimeFormatter minute;
    private final DateTimeFormatter stamp;

    @Autowired
    WallClock(WordsSettings settings) {
        this(settings.zone());
    }

    private WallClock(ZoneId zone) {
        this.zone = zone;
        time = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT).withZone(zone);
        stamp = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm", Locale.ROOT).withZone(zone);
        minute = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(zone);
    }

    /** Returns the clock on the wall of another place. */
    public WallClock in(ZoneId place) {
        return place.equals(zone) ? this : new WallClock(place);
    }

    public ZoneId zone() {
        return zone;
    }

    public String time(Instant instant) {
        return time.format(instant);
    }

    public String minute(Instant instant) {
        return minute.format(instant);
    }

    public String day(Instant instant) {
        Locale locale = LocaleContextHolder.getLocale();
        boolean english = locale.getLanguage().equals("en");
        return DateTimeFormatter.ofLocalizedDate(FormatStyle.LONG)
                .withLocale(english ? Locale.UK : locale)
                .withZone(zone)
                .format(instant);
    }

    /** Returns day and minute in the form of ISO 8601, for the columns of lists. */
    public String stamp(Instant instant) {
        return stamp.format(instant);
    }

    public String dayAndMinute(Instant instant) {
        return day(instant) + ", " + minute(instant);
    }

    /** Returns a span in minutes and seconds, or hours, minutes and seconds; a part of a second is dropped. */
    public static String span(Duration span) {
        String minutes = span.toHours() > 0
                ? span.toHours() + ":" + twoDigits(span.toMinutesPart())
                : String.valueOf(span.toMinutesPart());
        return minutes + ":" + twoDigits(span.toSecondsPart());
    }

    private static String twoDigits(int number) {
        return number < 10 ? "0" + number : String.valueOf(number);
    }
}
