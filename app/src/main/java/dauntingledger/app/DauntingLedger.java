package dauntingledger.app;

import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.annotation.Bean;

/** Starts the exam server. */
@SpringBootApplication(proxyBeanMethods = false)
@ConfigurationPropertiesScan
public class DauntingLedger {

    public static void main(String[] args) {
        SpringApplication.run(DauntingLedger.class, args);
    }

    /** The one clock of the application; every operation reads it once. */
    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
