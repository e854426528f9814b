package dauntingledger.app.signin;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A row of the table of those who work here. */
@Entity
@Table(name = "staff")
class StaffRecord {

    @Id
    private String number = "";

    private String name = "";

    @Column(name = "pin_hash")
    private String pinHash = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Staff.Role role = Staff.Role.INVIGILATOR;

    protected StaffRecord() {}

    StaffRecord(Staff.Member member, String pinHash) {
        this.number = member.number();
        this.name = member.name();
        this.role = member.role();
        this.pinHash = pinHash;
    }

    String pinHash() {
        return pinHash;
    }

    Staff.Member member() {
        return new Staff.Member(number, name, role);
    }
}
