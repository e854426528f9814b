package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.RoomId;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.RoomPlan;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A row of the table of rooms. */
@Entity
@Table(name = "exam_room")
class RoomRecord {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String name = "";

    @Column(name = "name_key")
    private String nameKey = "";

    @Column(name = "plan_rows")
    private int rows;

    @Column(name = "plan_columns")
    private int columns;

    private String missing = "";
    private String sockets = "";
    private String desks = "";

    protected RoomRecord() {}

    RoomRecord(String name, RoomPlan plan) {
        become(name, plan);
    }

    final void become(String newName, RoomPlan plan) {
        this.name = newName;
        this.nameKey = key(newName);
        this.rows = plan.rows();
        this.columns = plan.columns();
        this.missing = text(plan.missing());
        this.sockets = text(plan.sockets());
        this.desks = text(plan.desks());
    }

    /** Returns what makes two names the same. */
    static String key(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }

    Rooms.Room room() {
        return new Rooms.Room(
                new RoomId(requireNonNull(id, "id")),
                name,
                new RoomPlan(rows, columns, chairs(missing), chairs(sockets), chairs(desks)));
    }

    private static String text(Set<Chair> chairs) {
        return chairs.stream().map(Chair::label).collect(Collectors.joining(" "));
    }

    /** Returns the chairs of labels with spaces between them; what is no label is left out. */
    static Set<Chair> chairs(String labels) {
        return Arrays.stream(labels.split("\\s+"))
                .map(Chair::of)
                .flatMap(Optional::stream)
                .collect(Collectors.toSet());
    }
}
