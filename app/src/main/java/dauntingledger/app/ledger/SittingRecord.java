package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.exam.Supervisor;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.PracticeSet;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.plain.AccommodationsCodec;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.PracticeSetCodec;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Window;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/** A row of the table of sittings. */
@Entity
@Table(name = "sitting")
class SittingRecord {

    private static final int LONGEST_SET = 65_536;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String candidate = "";
    private String paper = "";

    @Column(name = "paper_version")
    private int paperVersion;

    private String seat = "";

    @Column(name = "doors_at")
    private @Nullable Instant doorsAt;

    @Column(name = "opens_at")
    private @Nullable Instant opensAt;

    @Column(name = "closes_at")
    private @Nullable Instant closesAt;

    @Column(name = "ends_at")
    private @Nullable Instant endsAt;

    private String code = "";

    @Column(length = 8192)
    private String accommodations = "";

    private String supervisor = "";

    @Column(name = "supervisor_phone")
    private String supervisorPhone = "";

    private String theme = "";

    @Column(name = "text_size")
    private String textSize = "";

    private int seed;

    private String practised = "";

    @Column(name = "practice_set", length = LONGEST_SET)
    private String practiceSet = "";

    private @Nullable Long exam;
    private @Nullable Long room;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(name = "entered_by")
    private Origin enteredBy = Origin.HAND;

    private @Nullable Long centre;

    private boolean shown = true;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Progress progress = Progress.BEFORE;

    private int held;
    private boolean readable = true;

    @Column(length = 2048)
    private String board = "";

    protected SittingRecord() {}

    SittingRecord(String candidate, PaperRef paper, String seat, Terms terms, int seed) {
        this.candidate = candidate;
        this.paper = paper.id().value();
        this.paperVersion = paper.version();
        this.seat = seat;
        hours(terms);
        this.seed = seed;
        this.practised =
                terms.practised().map(how -> PlainNames.name(how.mode())).orElse("");
        this.practiceSet = terms.practised()
                .flatMap(Practised::set)
                .map(set -> CanonicalJson.write(PracticeSetCodec.toPlain(set)))
                .orElse("");
        grant(terms.accommodations(), terms.display());
    }

    /** Makes this what the appointment says; the candidate and the number stay. */
    void become(Appointment appointment) {
        this.paper = appointment.paper().id().value();
        this.paperVersion = appointment.paper().version();
        this.seat = appointment.chair();
        this.seed = appointment.seed();
        hours(appointment.terms());
        grant(appointment.terms().accommodations(), appointment.terms().display());
        appointment.exam().ifPresent(this::belong);
    }

    void sitAt(String chair) {
        this.seat = chair;
    }

    final void belong(Appointment.InExam to) {
        this.exam = to.exam().value();
        this.room = to.room().map(RoomId::value).orElse(null);
        this.enteredBy = to.origin();
        this.centre = to.centre() == 0 ? null : to.centre();
        this.shown = to.shown();
    }

    private void hours(Terms terms) {
        if (terms.window().isBounded()) {
            this.doorsAt = terms.window().doors();
            this.opensAt = terms.window().opens();
            this.closesAt = terms.window().closes();
            this.endsAt = terms.window().ends().orElse(null);
        }
        this.code = terms.code();
        this.supervisor = terms.supervisor().map(Supervisor::name).orElse("");
        this.supervisorPhone = terms.supervisor().map(Supervisor::phone).orElse("");
    }

    final void grant(Accommodations granted, Terms.Display display) {
        this.accommodations = granted.isNone() ? "" : CanonicalJson.write(AccommodationsCodec.toPlain(granted));
        this.theme = display.theme();
        this.textSize = display.textSize();
    }

    Appointment appointment(JsonMapper json) {
        return new Appointment(
                new SittingId(requireNonNull(id, "id")),
                candidate,
                new PaperRef(new PaperId(paper), paperVersion),
                seat,
                new Terms(
                        window(),
                        code,
                        accommodations(json),
                        new Terms.Display(theme, textSize),
                        supervisor(),
                        PlainNames.find(practised, PracticeMode.values())
                                .map(mode -> new Practised(mode, practiceSet(json)))),
                seed,
                inExam());
    }

    private Optional<PracticeSet> practiceSet(JsonMapper json) {
        return practiceSet.isEmpty()
                ? Optional.empty()
                : Optional.of(PracticeSetCodec.fromPlain(json.readValue(practiceSet, Map.class)));
    }

    private Optional<Supervisor> supervisor() {
        return supervisor.isEmpty() ? Optional.empty() : Optional.of(new Supervisor(supervisor, supervisorPhone));
    }

    private Optional<Appointment.InExam> inExam() {
        return Optional.ofNullable(exam)
                .map(id -> new Appointment.InExam(
                        new ExamId(id),
                        Optional.ofNullable(room).map(RoomId::new),
                        enteredBy,
                        centre == null ? 0 : centre,
                        shown));
    }

    Standing standing() {
        return new Standing(new SittingId(requireNonNull(id, "id")), progress, held, readable, board);
    }

    private Window window() {
        return doorsAt == null || opensAt == null || closesAt == null
                ? Window.ALWAYS
                : new Window(doorsAt, opensAt, closesAt, Optional.ofNullable(endsAt));
    }

    private Accommodations accommodations(JsonMapper json) {
        return accommodations.isEmpty()
                ? Accommodations.NONE
                : AccommodationsCodec.fromPlain(json.readValue(accommodations, Map.class));
    }
}
