/** What candidates ask for, with a document, and what the office decides. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {
            "audit", "ledger", "mail", "papers", "said", "sheets", "signin", "staff", "uploads", "words"
        })
package dauntingledger.app.requests;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
