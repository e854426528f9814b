package dauntingledger.app.staff;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import java.util.HashSet;
import java.util.Set;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A row of the table of those who work here. */
@Entity
@Table(name = "staff")
class StaffRecord {

    @Id
    private String number = "";

    private String name = "";
    private String email = "";

    @Column(name = "password_hash")
    private String passwordHash = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Role role = Role.INVIGILATOR;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Staff.Standing standing = Staff.Standing.INVITED;

    @Column(name = "factor_required")
    private boolean factorRequired;

    @Column(name = "factor_secret")
    private String factorSecret = "";

    @Column(name = "factor_step")
    private long factorStep;

    private @Nullable Long centre;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "staff_room", joinColumns = @JoinColumn(name = "number"))
    @Column(name = "room")
    private Set<Long> rooms = new HashSet<>();

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "staff_paper", joinColumns = @JoinColumn(name = "number"))
    @Column(name = "paper")
    private Set<String> papers = new HashSet<>();

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "staff_recovery_code", joinColumns = @JoinColumn(name = "number"))
    @Column(name = "code_hash")
    private Set<String> recoveryCodes = new HashSet<>();

    protected StaffRecord() {}

    StaffRecord(String number, Staff.Profile profile) {
        this.number = number;
        change(profile);
    }

    final void change(Staff.Profile profile) {
        this.name = profile.name();
        this.email = profile.email();
        this.role = profile.role();
        this.factorRequired = profile.factorRequired();
        this.rooms.clear();
        this.papers.clear();
        if (role.isOfRooms()) {
            this.rooms.addAll(profile.rooms());
        }
        if (role.isOfPapers()) {
            this.papers.addAll(profile.papers());
        }
        this.centre = role == Role.CENTRE && profile.centre() != Staff.NO_CENTRE ? profile.centre() : null;
    }

    String passwordHash() {
        return passwordHash;
    }

    void password(String hash) {
        this.passwordHash = hash;
        this.standing = Staff.Standing.ACTIVE;
    }

    void ended() {
        this.standing = Staff.Standing.ENDED;
        this.passwordHash = "";
        dropFactor();
    }

    String factorSecret() {
        return factorSecret;
    }

    long factorStep() {
        return factorStep;
    }

    void factorUsed(long step) {
        this.factorStep = step;
    }

    void factor(String secret, long step, Set<String> codes) {
        this.factorSecret = secret;
        this.factorStep = step;
        this.recoveryCodes.clear();
        this.recoveryCodes.addAll(codes);
    }

    final void dropFactor() {
        factor("", 0, Set.of());
    }

    /** Takes a recovery code; returns whether there was such a one. */
    boolean useRecoveryCode(String hash) {
        return recoveryCodes.remove(hash);
    }

    int recoveryCodesLeft() {
        return recoveryCodes.size();
    }

    Staff.Member member() {
        return new Staff.Member(
                number,
                name,
                email,
                role,
                rooms,
                papers,
                centre == null ? Staff.NO_CENTRE : centre,
                standing,
                factorRequired,
                !factorSecret.isEmpty());
    }
}
