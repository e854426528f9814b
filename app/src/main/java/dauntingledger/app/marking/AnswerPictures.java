package dauntingledger.app.marking;

import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.marking.ExamAnswers.Answer;
import dauntingledger.app.marking.MarkersPapers.Asked;
import dauntingledger.app.scans.Scans;
import java.security.Principal;
import java.util.List;
import java.util.stream.IntStream;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/** Answers that were written in a booklet, as pictures: what was scanned of them, cut out of its page, so that no name is on it. */
@Controller
class AnswerPictures {

    private final MarkersPapers markers;
    private final Desk desk;
    private final Scans scans;
    private final Appointments appointments;

    AnswerPictures(MarkersPapers markers, Desk desk, Scans scans, Appointments appointments) {
        this.markers = markers;
        this.desk = desk;
        this.scans = scans;
        this.appointments = appointments;
    }

    /** Returns where the pictures of an answer are; none if nothing of it is in a booklet, or was scanned. */
    List<String> addresses(Asked asked, Answer answer) {
        boolean onPaper = answer.texts().stream().anyMatch(ExamAnswers.Text::onPaper);
        return IntStream.range(0, onPaper ? parts(asked, answer).size() : 0)
                .mapToObj(i -> DeskView.address(asked) + "/" + answer.key() + "/" + i + ".jpg")
                .toList();
    }

    private List<Scans.Part> parts(Asked asked, Answer answer) {
        return answer.id()
                .flatMap(id -> appointments.find(new SittingId(id.sitting())))
                .map(sitting -> scans.parts(sitting, asked.item()))
                .orElse(List.of());
    }

    @GetMapping("/marking/{exam}/{item}/{key}/{picture}.jpg")
    ResponseEntity<byte[]> picture(
            @PathVariable long exam,
            @PathVariable String item,
            @PathVariable String key,
            @PathVariable int picture,
            Principal principal) {
        Asked asked = markers.find(exam, item, principal);
        Answer answer = desk.find(asked, key).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        List<Scans.Part> parts = parts(asked, answer);
        if (picture < 0 || picture >= parts.size()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.noStore())
                .body(scans.picture(parts.get(picture)));
    }
}
