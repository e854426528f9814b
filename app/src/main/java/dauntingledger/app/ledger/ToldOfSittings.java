package dauntingledger.app.ledger;

import dauntingledger.app.nodes.Hearer;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What nodes tell each other about sittings, and what becomes of it where it is heard. */
@Configuration(proxyBeanMethods = false)
class ToldOfSittings {

    /** Sittings that have new lines, by their ids. */
    static final String GROWN = "grown";

    /** Sittings of which the log of the room has something new, by their ids. */
    static final String NOTED = "noted";

    /** When candidates were heard; see {@link StandingBook}. */
    static final String HEARD = "heard";

    /** Sittings whose terms, place or chair were changed, by their ids. */
    static final String CHANGED = "sittings-changed";

    /** Exams in which it was changed who sits where, or what is shown to whom, by their ids. */
    static final String ROSTERS = "rosters-changed";

    @Bean
    Hearer grown(ApplicationEventPublisher events) {
        return Hearer.each(GROWN, word -> events.publishEvent(new GrownElsewhere(sitting(word))));
    }

    @Bean
    Hearer noted(ApplicationEventPublisher events) {
        return Hearer.each(NOTED, word -> events.publishEvent(new Noted(sitting(word))));
    }

    @Bean
    Hearer heard(StandingBook standings) {
        return Hearer.each(HEARD, standings::heardElsewhere);
    }

    @Bean
    Hearer sittingsChanged(AppointmentBook appointments) {
        return Hearer.each(CHANGED, word -> appointments.changedElsewhere(sitting(word)));
    }

    @Bean
    Hearer rostersChanged(AppointmentBook appointments, ApplicationEventPublisher events) {
        return Hearer.each(ROSTERS, word -> {
            ExamId exam = new ExamId(Long.parseLong(word));
            appointments.changedElsewhere(exam);
            events.publishEvent(new RosterChanged(Set.of(exam)));
        });
    }

    private static SittingId sitting(String word) {
        return new SittingId(Long.parseLong(word));
    }
}
