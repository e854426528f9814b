package dauntingledger.app.start;

import dauntingledger.app.time.TimeServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationPreparedEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.core.env.Environment;
import org.springframework.util.unit.DataSize;

/** Looks, before anything is opened, whether the machine can carry an exam: space, the folder, the clock. */
public final class MachineCheck implements ApplicationListener<ApplicationPreparedEvent> {

    private static final Logger log = LoggerFactory.getLogger(MachineCheck.class);
    private static final String LEAST_SPACE = "256MB";
    private static final Duration WORTH_SAYING = Duration.ofSeconds(2);
    private static final Duration TOO_FAR = Duration.ofMinutes(5);

    @Override
    public void onApplicationEvent(ApplicationPreparedEvent event) {
        Environment settings = event.getApplicationContext().getEnvironment();
        Path data = Path.of(settings.getProperty("exam.data", "./data"))
                .toAbsolutePath()
                .normalize();
        folder(data);
        space(data, DataSize.parse(settings.getProperty("exam.start.least-space", LEAST_SPACE)));
        clock(settings.getProperty("exam.time-server", ""));
    }

    private static void folder(Path data) {
        try {
            Path tried = Files.createTempFile(data, "start", ".tmp");
            Files.delete(tried);
            String owner = Files.getOwner(data).getName();
            String me = System.getProperty("user.name");
            if (!owner.equals(me)) {
                throw new StartRefusedException(
                        "The folder of the data, " + data + ", belongs to " + owner + ", and the server runs as " + me
                                + ".",
                        "Give it to who runs the server: chown -R " + me + " " + data + ". Or run the server as "
                                + owner + ".");
            }
        } catch (IOException e) {
            throw new StartRefusedException(
                    "Nothing can be written to the folder of the data, " + data + ".",
                    "See that it is there, belongs to who runs the server, and is not mounted for reading only.");
        }
    }

    private static void space(Path data, DataSize least) {
        try {
            long free = Files.getFileStore(data).getUsableSpace();
            if (free < least.toBytes()) {
                throw new StartRefusedException(
                        "There is too little space where the data is: " + free / 1_000_000 + " MB are free in " + data
                                + ", and a start needs " + least.toMegabytes() + " MB.",
                        "Make room: move old copies and logs elsewhere. A million entries take about 1 GB."
                                + " exam.start.least-space says how much a start needs.");
            }
        } catch (IOException e) {
            throw new StartRefusedException(
                    "It cannot be said how much space is free in " + data + ".", "See whether its disk is well.");
        }
    }

    private static void clock(String server) {
        if (server.isEmpty()) {
            log.info("No time server is named (exam.time-server), so the computer's clock is believed as it is.");
            return;
        }
        try {
            Duration ahead = TimeServer.of(server).ahead();
            if (ahead.abs().compareTo(TOO_FAR) > 0) {
                throw new StartRefusedException(
                        "The computer's clock is " + said(ahead) + " what " + server + " says.",
                        "Set the clock and start again: exam time would begin wrong, and never goes back. If the time"
                                + " server is wrong, take it out of the settings (exam.time-server).");
            }
            if (ahead.abs().compareTo(WORTH_SAYING) > 0) {
                log.warn("The computer's clock is {} what {} says. See that it is synchronised.", said(ahead), server);
            } else {
                log.info("The computer's clock agrees with {} to {} ms.", server, Math.abs(ahead.toMillis()));
            }
        } catch (IOException e) {
            log.warn("The time server {} does not answer, so the computer's clock is believed as it is.", server);
        }
    }

    private static String said(Duration ahead) {
        return ahead.abs().toSeconds() + " s " + (ahead.isNegative() ? "behind" : "ahead of");
    }
}
