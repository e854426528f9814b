/** The pages of the exam office: exams, rosters, rooms, letters, sittings, papers, staff. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {
            "signin", "staff", "audit", "exams", "ledger", "mail", "papers", "print", "said", "search", "sheets",
            "words"
        })
package dauntingledger.app.office;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
