package dauntingledger.app.operations;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.backup.BackupFailedException;
import dauntingledger.app.backup.Backups;
import dauntingledger.app.backup.Copy;
import dauntingledger.app.words.Words;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** What commands on the server's computer ask for. For whoever shows the operator's token. */
@RestController
class OperationsController {

    private final Backups backups;
    private final Status status;
    private final Words words;

    OperationsController(Backups backups, Status status, Words words) {
        this.backups = backups;
        this.status = status;
        this.words = words;
    }

    /** Whether all is well, in lines for a terminal. */
    @GetMapping(path = "/operations/status", produces = MediaType.TEXT_PLAIN_VALUE)
    String status() {
        List<Status.Said> findings = status.findings();
        return Stream.concat(
                        Stream.of(words.say("status.verdict." + Status.verdict(findings))),
                        findings.stream().flatMap(said -> Stream.of("- " + said.what(), "  " + said.todo())))
                .collect(Collectors.joining("\n", "", "\n"));
    }

    /** A copy that was made, and where it is. */
    record Made(String file, long bytes, long sittings, long entries) {}

    @Audited("backup-made")
    @PostMapping("/operations/backup")
    Made backup() throws BackupFailedException {
        Copy copy = backups.make();
        return new Made(
                backups.folder().resolve(copy.name()).toString(), copy.bytes(), copy.sittings(), copy.entries());
    }

    @ExceptionHandler
    ProblemDetail failed(BackupFailedException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.SERVICE_UNAVAILABLE, String.valueOf(e.getMessage()));
    }
}
