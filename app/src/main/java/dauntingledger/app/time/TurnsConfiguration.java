package dauntingledger.app.time;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.TaskScheduler;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;

/**
 * Lets what is done again and again be done beside each other: the framework's own scheduler for virtual threads does all of
 * it on one thread, and a mail server that hangs would stop every board.
 */
@Configuration(proxyBeanMethods = false)
@EnableScheduling
class TurnsConfiguration {

    /** As many as there are kinds of turns, and some to spare. */
    private static final int AT_ONCE = 20;

    @Bean
    TaskScheduler taskScheduler() {
        ThreadPoolTaskScheduler scheduler = new ThreadPoolTaskScheduler();
        scheduler.setPoolSize(AT_ONCE);
        scheduler.setThreadNamePrefix("turn-");
        return scheduler;
    }
}
