package dauntingledger.app.signin;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A row of the table of candidates. */
@Entity
@Table(name = "candidate")
class CandidateRecord {

    @Id
    private String number = "";

    private String name = "";

    @Column(name = "pin_hash")
    private String pinHash = "";

    private String face = "";

    private String display = "";
    private String email = "";
    private String language = "";

    @Column(name = "pin_made_at")
    private @Nullable Instant pinMadeAt;

    protected CandidateRecord() {}

    CandidateRecord(String number, String name, String pinHash, String face) {
        this.number = number;
        this.name = name;
        this.pinHash = pinHash;
        this.face = face;
    }

    /** Takes over what is said of a candidate who is there already; the number and the picture stay. */
    void become(Candidate candidate) {
        this.name = candidate.name();
        this.email = candidate.email();
        this.language = candidate.language();
    }

    void pin(String hash, Instant madeAt) {
        this.pinHash = hash;
        this.pinMadeAt = madeAt;
    }

    String pinHash() {
        return pinHash;
    }

    String display() {
        return display;
    }

    void display(String chosen) {
        this.display = chosen;
    }

    Candidate candidate() {
        return new Candidate(number, name, face, email, language);
    }
}
