package dauntingledger.app.marking;

import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Releases;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ToldMarks;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Tells of the key and of people's marks once a candidate is told the result. */
@Component
class ReleasedMarks implements ToldMarks {

    private final Exams exams;
    private final Releases releases;
    private final KeyVersions keys;
    private final Reviews reviews;

    ReleasedMarks(Exams exams, Releases releases, KeyVersions keys, Reviews reviews) {
        this.exams = exams;
        this.releases = releases;
        this.keys = keys;
        this.reviews = reviews;
    }

    @Override
    public Told of(Appointment sitting) {
        return exams.of(sitting)
                .filter(exam -> releases.toldSince(exam, sitting).isPresent())
                .map(exam -> new Told(
                        keys.latest(exam.id()).corrections(),
                        reviews.of(exam, sitting.sitting()).stream()
                                .collect(Collectors.toMap(Reviews.Marked::item, Reviews.Marked::mark))))
                .orElse(Told.NOTHING);
    }
}
