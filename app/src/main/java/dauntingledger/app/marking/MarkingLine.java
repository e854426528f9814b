package dauntingledger.app.marking;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;

/** A row of the table of what markers have entered. */
@Entity
@Table(name = "marking_line")
class MarkingLine {

    @EmbeddedId
    private Key key = new Key(0, 0);

    @Column(length = 16_384)
    private String line = "";

    private String hash = "";

    protected MarkingLine() {}

    MarkingLine(Key key, String line, String hash) {
        this.key = key;
        this.line = line;
        this.hash = hash;
    }

    /** @param seq from 1 without a gap */
    @Embeddable
    record Key(long exam, int seq) implements Serializable {}

    String line() {
        return line;
    }

    String hash() {
        return hash;
    }
}
