package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.exam.ExamHours;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.PaperId;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A row of the table of exams. */
@Entity
@Table(name = "exam")
class ExamRecord {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String title = "";
    private String paper = "";

    @Column(name = "paper_version")
    private int paperVersion;

    @Column(name = "exam_day")
    private LocalDate day = LocalDate.EPOCH;

    private String zone = "UTC";
    private LocalTime doors = LocalTime.MIN;
    private LocalTime opens = LocalTime.MIN;

    @Column(name = "admission_ends")
    private LocalTime admissionEnds = LocalTime.MIN;

    private @Nullable LocalTime closes;

    @Column(name = "opens_at")
    private Instant opensAt = Instant.EPOCH;

    @Column(name = "at_home")
    private boolean atHome;

    @Column(name = "home_code")
    private String homeCode = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private ExamState state = ExamState.DRAFT;

    @Column(name = "times_moved")
    private int timesMoved;

    private boolean reentry;

    @Column(name = "chair_seed")
    private long chairSeed;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "exam_place", joinColumns = @JoinColumn(name = "exam"))
    @MapKeyColumn(name = "room")
    @Column(name = "code")
    private Map<Long, String> codes = new HashMap<>();

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "exam_staff", joinColumns = @JoinColumn(name = "exam"))
    @Column(name = "number")
    private Set<String> staff = new HashSet<>();

    protected ExamRecord() {}

    /** A new row; what it says of itself is taken over by {@link #become}. */
    static ExamRecord empty() {
        return new ExamRecord();
    }

    /** Takes over all that an exam says but its number. */
    void become(Exam exam) {
        ExamHours hours = exam.hours();
        this.title = exam.title();
        this.paper = exam.paper().id().value();
        this.paperVersion = exam.paper().version();
        this.day = hours.day();
        this.zone = hours.zone().getId();
        this.doors = hours.doors();
        this.opens = hours.opens();
        this.admissionEnds = hours.admissionEnds();
        this.closes = hours.closes().orElse(null);
        this.opensAt = hours.window().opens();
        this.atHome = exam.isAtHome();
        this.homeCode = exam.homeCode().orElse("");
        this.state = exam.state();
        this.timesMoved = exam.timesMoved();
        this.reentry = exam.reentry();
        this.chairSeed = exam.chairSeed();
        this.codes.clear();
        exam.codes().forEach((room, code) -> this.codes.put(room.value(), code));
        this.staff.clear();
        this.staff.addAll(exam.staff());
    }

    void state(ExamState next) {
        this.state = next;
    }

    void chairSeed(long seed) {
        this.chairSeed = seed;
    }

    Exam exam() {
        Map<RoomId, String> places = new LinkedHashMap<>();
        codes.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(one -> places.put(new RoomId(one.getKey()), one.getValue()));
        return new Exam(
                new ExamId(requireNonNull(id, "id")),
                title,
                new PaperRef(new PaperId(paper), paperVersion),
                new ExamHours(day, doors, opens, admissionEnds, Optional.ofNullable(closes), ZoneId.of(zone)),
                state,
                places,
                atHome ? Optional.of(homeCode) : Optional.empty(),
                staff,
                timesMoved,
                reentry,
                chairSeed);
    }
}
