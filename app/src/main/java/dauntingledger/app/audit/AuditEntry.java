package dauntingledger.app.audit;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A row of the audit log. */
@Entity
@Table(name = "audit_entry")
class AuditEntry {

    static final int LONGEST_NAME = 64;
    private static final int LONGEST_ROLE = 16;
    private static final int LONGEST_WORD = 40;
    private static final int LONGEST_DETAIL = 400;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Column(name = "made_at")
    private Instant madeAt = Instant.EPOCH;

    private String who = "";
    private String role = "";
    private String address = "";
    private String what = "";

    @Column(name = "on_whom")
    private String onWhom = "";

    private String outcome = "";
    private String detail = "";

    protected AuditEntry() {}

    AuditEntry(Instant madeAt, Deed deed) {
        this.madeAt = madeAt;
        this.who = cut(deed.who(), LONGEST_NAME);
        this.role = cut(deed.role(), LONGEST_ROLE);
        this.address = cut(deed.address(), LONGEST_NAME);
        this.what = cut(deed.what(), LONGEST_WORD);
        this.onWhom = cut(deed.onWhom(), LONGEST_NAME);
        this.outcome = cut(deed.outcome(), LONGEST_WORD);
        this.detail = cut(deed.detail(), LONGEST_DETAIL);
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most);
    }

    Instant madeAt() {
        return madeAt;
    }

    Deed deed() {
        return new Deed(who, role, address, what, onWhom, outcome, detail);
    }
}
