/** Lists as files for spreadsheets. */
@NullMarked
@ApplicationModule(allowedDependencies = {})
package dauntingledger.app.sheets;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
