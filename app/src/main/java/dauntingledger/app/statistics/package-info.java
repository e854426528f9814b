/** What an exam tells once it is over: figures of its questions, and answers that look copied. For the office; auditors read. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {"audit", "exams", "ledger", "marking", "office", "papers", "sheets", "signin", "words"})
package dauntingledger.app.statistics;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
