package dauntingledger.app.operations;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Writes down with the data at which port the server answers, for the commands that ask it. */
@Component
class ServerPort {

    private static final String FILE = "server.port";

    private final Path data;

    ServerPort(@Value("${exam.data:./data}") Path data) {
        this.data = data;
    }

    @EventListener
    void opened(WebServerInitializedEvent event) throws IOException {
        Files.writeString(
                data.resolve(FILE), String.valueOf(event.getWebServer().getPort()));
    }

    @PreDestroy
    void closed() throws IOException {
        Files.deleteIfExists(data.resolve(FILE));
    }

    /** Returns the port of the server that uses {@code data}. */
    static int in(Path data) throws IOException {
        return Integer.parseInt(Files.readString(data.resolve(FILE)).strip());
    }
}
