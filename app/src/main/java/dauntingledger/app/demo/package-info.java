/** Fills a fresh installation with the demo world. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {"signin", "staff", "exams", "ledger", "papers", "marking", "practice", "results", "words"
        })
package dauntingledger.app.demo;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
