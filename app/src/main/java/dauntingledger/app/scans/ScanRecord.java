package dauntingledger.app.scans;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.office.PageCode;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A row of the table of scanned pages. */
@Entity
@Table(name = "scan_page")
class ScanRecord {

    static final int LONGEST_NAME = 200;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long exam;
    private String file = "";

    @Column(name = "file_page")
    private int filePage;

    @Column(name = "taken_at")
    private Instant takenAt = Instant.EPOCH;

    @Column(name = "taken_by")
    private String takenBy = "";

    private @Nullable Long sitting;
    private @Nullable Integer page;

    @JdbcTypeCode(SqlTypes.LONG32VARBINARY)
    private byte[] picture = {};

    protected ScanRecord() {}

    ScanRecord(ExamId exam, String file, int filePage, Instant takenAt, String takenBy, byte[] picture) {
        this.exam = exam.value();
        this.file = file.length() <= LONGEST_NAME ? file : file.substring(0, LONGEST_NAME);
        this.filePage = filePage;
        this.takenAt = takenAt;
        this.takenBy = takenBy;
        this.picture = picture;
    }

    void join(PageCode code) {
        this.sitting = code.sitting();
        this.page = code.page();
    }

    void lay(byte[] anew) {
        this.picture = anew;
    }

    byte[] picture() {
        return picture;
    }
}
