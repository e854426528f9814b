/** Results of exams: worked out for a cohort, kept as versions, shown to the office and, once released, to candidates. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {
            "audit",
            "exams",
            "ledger",
            "mail",
            "marking",
            "office",
            "papers",
            "programs",
            "print",
            "said",
            "sheets",
            "signin",
            "staff",
            "signing",
            "words"
        })
package dauntingledger.app.results;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
