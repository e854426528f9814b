package dauntingledger.app.invigilation;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.sitting.By;
import java.util.List;

/**
 * To whom something is to be done, and by whom.
 *
 * @param whole whether nobody was named: then all who are inside are meant
 */
record Chosen(Place place, List<Appointment> sittings, boolean whole, Staff.Member member) {

    Chosen {
        requireNonNull(place, "place");
        sittings = List.copyOf(sittings);
        requireNonNull(member, "member");
    }

    By by(String reason) {
        return new By(member.name(), reason);
    }
}
