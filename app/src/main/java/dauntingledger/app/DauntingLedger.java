package dauntingledger.app;

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
        application.addListeners(new DataFolder());
        application.run(args);
    }

    /** The one clock of the application; every operation reads it once. */
    @Bean
    SteadyClock clock() {
        return new SteadyClock();
    }
}
