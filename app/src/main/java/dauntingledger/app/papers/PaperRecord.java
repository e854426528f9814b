package dauntingledger.app.papers;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A kept package, as it was imported. */
@Entity
@Table(name = "paper")
@IdClass(PaperRecord.Name.class)
class PaperRecord {

    @Id
    @Column(name = "id")
    private String id = "";

    @Id
    @Column(name = "version")
    private int version;

    @JdbcTypeCode(SqlTypes.LONG32VARBINARY)
    @Column(name = "package_zip")
    private byte[] packageZip = {};

    protected PaperRecord() {}

    PaperRecord(String id, int version, byte[] packageZip) {
        this.id = id;
        this.version = version;
        this.packageZip = packageZip;
    }

    byte[] packageZip() {
        return packageZip;
    }

    record Name(String id, int version) implements Serializable {}
}
