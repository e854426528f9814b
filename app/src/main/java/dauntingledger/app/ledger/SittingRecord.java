package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.paper.PaperId;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jspecify.annotations.Nullable;

/** A row of the table of sittings. */
@Entity
@Table(name = "sitting")
class SittingRecord {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String candidate = "";
    private String paper = "";

    @Column(name = "paper_version")
    private int paperVersion;

    private String seat = "";

    protected SittingRecord() {}

    SittingRecord(String candidate, PaperRef paper, String seat) {
        this.candidate = candidate;
        this.paper = paper.id().value();
        this.paperVersion = paper.version();
        this.seat = seat;
    }

    Appointment appointment() {
        return new Appointment(
                new SittingId(requireNonNull(id, "id")),
                candidate,
                new PaperRef(new PaperId(paper), paperVersion),
                seat);
    }
}
