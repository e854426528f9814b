package dauntingledger.app.registration;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.rulebook.paper.Detail;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/** A row of the table of registrations. */
@Entity
@Table(name = "registration")
class RegistrationRecord {

    @Id
    private long exam;

    private String token = "";

    @Column(name = "is_open")
    private boolean open;

    private int places;

    @Column(name = "last_day")
    private @Nullable LocalDate lastDay;

    @Column(name = "by_rule")
    private boolean byRule;

    private String consent = "";

    @Column(length = 30_000)
    private String fields = "[]";

    protected RegistrationRecord() {}

    RegistrationRecord(ExamId exam, String token) {
        this.exam = exam.value();
        this.token = token;
    }

    String token() {
        return token;
    }

    void become(Registration registration, JsonMapper json) {
        this.open = registration.open();
        this.places = registration.places();
        this.lastDay = registration.lastDay().orElse(null);
        this.byRule = registration.byRule();
        this.consent = registration.consent();
        this.fields = json.writeValueAsString(registration.fields());
    }

    Registration registration(JsonMapper json) {
        List<Detail> asked = Arrays.asList(json.readValue(fields, Detail[].class));
        return new Registration(
                new ExamId(exam), token, open, places, Optional.ofNullable(lastDay), byRule, consent, asked);
    }
}
