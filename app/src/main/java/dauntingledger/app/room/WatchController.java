package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.rulebook.paper.WatchCamera;
import dauntingledger.rulebook.plain.MalformedDataException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** Takes pictures of those who sit alone, where the paper has a camera look on. For the sitting's own candidate. */
@RestController
class WatchController {

    private final Ledgers ledgers;
    private final WatchPictureStore pictures;
    private final Clock clock;

    WatchController(Ledgers ledgers, WatchPictureStore pictures, Clock clock) {
        this.ledgers = ledgers;
        this.pictures = pictures;
        this.clock = clock;
    }

    /** None is taken before consent, in a break or in a pause; one that comes late from there is turned away. */
    @PostMapping(path = "/sittings/{sitting}/picture", consumes = MediaType.IMAGE_JPEG_VALUE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void take(@RoomAccess.Own Appointment appointment, HttpServletRequest request) throws IOException {
        Instant now = clock.instant();
        WatchCamera camera = ledgers.open(appointment, now)
                .sitting()
                .camera()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.CONFLICT, "no picture is taken now"));
        byte[] sent = request.getInputStream().readNBytes(WatchPictureStore.MOST_BYTES + 1);
        if (sent.length > WatchPictureStore.MOST_BYTES) {
            throw new ResponseStatusException(HttpStatus.CONTENT_TOO_LARGE, "a picture has at most 15 KB");
        }
        CameraPicture picture = CameraPicture.read(sent, "jpeg")
                .orElseThrow(() -> new MalformedDataException("this is no JPEG picture of at most 640 by 640 pixels"));
        if (!pictures.keep(appointment.sitting(), picture, now, camera.keep())) {
            throw new ResponseStatusException(HttpStatus.TOO_MANY_REQUESTS, "pictures come too often");
        }
    }
}
