package dauntingledger.app;

import dauntingledger.app.start.MachineCheck;
import dauntingledger.app.start.StartRefusedException;
import dauntingledger.app.time.SteadyClock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.annotation.Bean;

/** Starts the exam server. */
@SpringBootApplication(proxyBeanMethods = false)
@ConfigurationPropertiesScan
public class DauntingLedger {

    public static void main(String[] args) {
        SpringApplication application = new SpringApplication(DauntingLedger.class);
        application.addListeners(new DataFolder(), new MachineCheck());
        try {
            application.run(args);
        } catch (RuntimeException e) {
            if (StartRefusedException.in(e).isPresent()) {
                System.exit(StartRefusedException.EXIT_CODE);
            }
            throw e;
        }
    }

    /** The one clock of the application; every operation reads it once. */
    @Bean
    SteadyClock clock() {
        return new SteadyClock();
    }
}
