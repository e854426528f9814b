package dauntingledger.app;

import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;

class ModulesTest {

    @Test
    void keepToTheirFrontDoors() {
        ApplicationModules.of(DauntingLedger.class).detectViolations().throwIfPresent();
    }
}
