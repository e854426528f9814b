package dauntingledger.app.words;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.sitting.Window;
import java.time.Clock;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/** The calendar files of appointments. */
@Component
public class Calendars {

    private final Words words;
    private final WallClock house;
    private final Clock clock;

    Calendars(Words words, WallClock wall, Clock clock) {
        this.words = words;
        this.house = wall;
        this.clock = clock;
    }

    /**
     * Returns the file of an appointment with hours.
     *
     * @param paper as its candidate sits it
     * @param zone of the place where it is held
     * @param sequence how often its hours were changed
     */
    public String file(Appointment appointment, Paper paper, ZoneId zone, int sequence) {
        WallClock wall = house.in(zone);
        Window window = appointment.terms().window();
        CalendarEntry entry = new CalendarEntry(
                "sitting-" + appointment.sitting() + "@daunting-ledger",
                sequence,
                clock.instant(),
                window.opens(),
                window.opens().plus(paper.length()),
                paper.title(),
                appointment.chair().isEmpty() ? "" : words.say("calendar.seat", appointment.chair()),
                words.say("calendar.text", wall.minute(window.doors()), wall.minute(window.closes())));
        return entry.file();
    }
}
