/** Lets people register themselves for an exam: a public page, a confirmed address, places and a waiting list. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {
            "audit", "exams", "ledger", "mail", "office", "papers", "said", "sheets", "signin", "words"
        })
package dauntingledger.app.registration;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
