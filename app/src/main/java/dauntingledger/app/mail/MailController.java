package dauntingledger.app.mail;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What has been written to people, and what of it did not go out. For the exam office: messages hold one-time links. */
@Controller
class MailController {

    private static final int ROWS = 50;
    private static final int TO_THE_MINUTE = 16;
    private static final int MOST_IN_A_FILE = 50_000;
    private static final int MOST_PAGES = 10_000;

    private final Post post;

    MailController(Post post) {
        this.post = post;
    }

    /** A message as the page lists it. */
    record Row(
            long id,
            String made,
            String recipient,
            String subject,
            String body,
            String attachment,
            Mail.Standing standing,
            String problem) {
        static Row of(MailRecord message) {
            return new Row(
                    message.id(),
                    minute(message.madeAt()),
                    message.recipient(),
                    message.subject(),
                    message.body(),
                    message.attachmentName(),
                    message.standing(),
                    message.problem());
        }

        private static String minute(Instant at) {
            return at.truncatedTo(ChronoUnit.MINUTES)
                    .toString()
                    .substring(0, TO_THE_MINUTE)
                    .replace('T', ' ');
        }
    }

    @GetMapping("/office/mail")
    String page(
            @RequestParam(defaultValue = "false") boolean failed,
            @RequestParam(defaultValue = "0") int page,
            Model model) {
        int shown = Math.clamp(page, 0, MOST_PAGES);
        List<MailRecord> found = post.page(failed, shown * ROWS, ROWS + 1);
        model.addAttribute("rows", found.stream().limit(ROWS).map(Row::of).toList());
        model.addAttribute("failed", failed);
        model.addAttribute("page", shown);
        model.addAttribute("more", found.size() > ROWS);
        return "office/mail";
    }

    /** The list as a file, without what the messages say: that holds one-time links. */
    @Audited("mail-list-taken-out")
    @GetMapping("/office/mail.csv")
    void file(HttpServletResponse response) throws IOException {
        try (CsvFile out =
                CsvFile.to(response, "mail", List.of("made", "recipient", "subject", "standing", "problem"))) {
            for (MailRecord message : post.page(false, 0, MOST_IN_A_FILE)) {
                Row row = Row.of(message);
                out.row(List.of(
                        row.made(),
                        row.recipient(),
                        row.subject(),
                        row.standing().name(),
                        row.problem()));
            }
        }
    }

    @Audited("mail-sent-again")
    @PostMapping("/office/mail/{id}/again")
    String again(@PathVariable long id, RedirectAttributes redirected) {
        redirected.addFlashAttribute(SaidAfterForms.SAID, post.again(id) ? "again" : "not-again");
        return "redirect:/office/mail";
    }
}
