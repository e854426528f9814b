/** The marker's desk: answers that a person marks, and the ledger of each exam's marks. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"audit", "exams", "ledger", "nodes", "papers", "scans", "signing", "staff", "words"})
@NullMarked
package dauntingledger.app.marking;

import org.jspecify.annotations.NullMarked;
