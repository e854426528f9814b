package dauntingledger.app.ledger;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.exam.Supervisor;
import dauntingledger.rulebook.plain.AccommodationsCodec;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.sitting.Window;
import java.security.SecureRandom;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Types;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Puts many sittings into the table at once. */
final class SittingInsert {

    private static final int BATCH = 1_000;
    private static final String INSERT = """
            insert into sitting (candidate, paper, paper_version, seat, doors_at, opens_at, closes_at, ends_at, code,
                accommodations, theme, text_size, seed, exam, room, entered_by, shown, centre, supervisor,
                supervisor_phone)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";

    private SittingInsert() {}

    static void of(Connection connection, List<Booking> bookings, SecureRandom random) throws SQLException {
        try (PreparedStatement insert = connection.prepareStatement(INSERT)) {
            int waiting = 0;
            for (Booking booking : bookings) {
                set(insert, booking, random.nextInt(1, Integer.MAX_VALUE));
                insert.addBatch();
                if (++waiting == BATCH) {
                    insert.executeBatch();
                    waiting = 0;
                }
            }
            insert.executeBatch();
        }
    }

    private static void set(PreparedStatement insert, Booking booking, int seed) throws SQLException {
        Terms terms = booking.terms();
        Window window = terms.window();
        boolean bounded = window.isBounded();
        Accommodations granted = terms.accommodations();
        insert.setString(1, booking.candidate());
        insert.setString(2, booking.paper().id().value());
        insert.setInt(3, booking.paper().version());
        insert.setString(4, booking.chair());
        setInstant(insert, 5, bounded ? window.doors() : null);
        setInstant(insert, 6, bounded ? window.opens() : null);
        setInstant(insert, 7, bounded ? window.closes() : null);
        setInstant(insert, 8, window.ends().orElse(null));
        insert.setString(9, terms.code());
        insert.setString(10, granted.isNone() ? "" : CanonicalJson.write(AccommodationsCodec.toPlain(granted)));
        insert.setString(11, terms.display().theme());
        insert.setString(12, terms.display().textSize());
        insert.setInt(13, seed);
        insert.setLong(14, booking.exam().exam().value());
        setNumber(insert, 15, booking.exam().room().map(RoomId::value));
        insert.setString(16, booking.exam().origin().name());
        insert.setBoolean(17, booking.exam().shown());
        setNumber(insert, 18, Optional.of(booking.exam().centre()).filter(centre -> centre != 0));
        insert.setString(19, terms.supervisor().map(Supervisor::name).orElse(""));
        insert.setString(20, terms.supervisor().map(Supervisor::phone).orElse(""));
    }

    private static void setNumber(PreparedStatement insert, int index, Optional<Long> number) throws SQLException {
        if (number.isPresent()) {
            insert.setLong(index, number.get());
        } else {
            insert.setNull(index, Types.BIGINT);
        }
    }

    private static void setInstant(PreparedStatement insert, int index, @Nullable Instant instant) throws SQLException {
        insert.setObject(index, instant == null ? null : instant.atOffset(ZoneOffset.UTC));
    }
}
