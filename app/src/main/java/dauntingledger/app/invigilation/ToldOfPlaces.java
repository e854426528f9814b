package dauntingledger.app.invigilation;

import dauntingledger.app.nodes.Hearer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What nodes tell each other about the places of exams. */
@Configuration(proxyBeanMethods = false)
class ToldOfPlaces {

    /** Places where somebody has let the clocks run, or is about to: what waited to do so is forgotten. */
    static final String RESUMED = "resumed";

    /** Places of which the log has something that stands in no ledger. */
    static final String LOGGED = "logged";

    @Bean
    Hearer resumed(Resumes resumes) {
        return Hearer.each(RESUMED, word -> resumes.forgottenElsewhere(Place.Key.parse(word)));
    }

    @Bean
    Hearer logged(Boards boards) {
        return Hearer.each(LOGGED, word -> boards.loggedElsewhere(Place.Key.parse(word)));
    }
}
