package dauntingledger.app.ledger;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the watch of the store asks of the machine. */
@Configuration(proxyBeanMethods = false)
class StoreConfiguration {

    private static final Logger log = LoggerFactory.getLogger(StoreConfiguration.class);

    /** By sysexits: an error of input or output. */
    private static final int STORE_FAILED = 74;

    @Bean
    StoreWatch.FreeSpace freeSpace(@Value("${exam.data:./data}") Path data) {
        return () -> {
            try {
                return Files.getFileStore(data).getUsableSpace();
            } catch (IOException e) {
                return 0;
            }
        };
    }

    /** Halts instead of closing: a store that is broken would keep an orderly end waiting. */
    @Bean
    StoreWatch.ProcessEnd processEnd() {
        return message -> {
            log.error("ALARM: {}", message);
            System.err.println(message);
            Runtime.getRuntime().halt(STORE_FAILED);
        };
    }
}
