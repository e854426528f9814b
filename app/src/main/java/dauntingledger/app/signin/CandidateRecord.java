package dauntingledger.app.signin;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

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

    protected CandidateRecord() {}

    CandidateRecord(String number, String name, String pinHash, String face) {
        this.number = number;
        this.name = name;
        this.pinHash = pinHash;
        this.face = face;
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
        return new Candidate(number, name, face);
    }
}
