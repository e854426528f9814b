package dauntingledger.app.office;

import dauntingledger.app.office.BookletLayout.Answer;
import dauntingledger.app.office.BookletLayout.Piece;
import dauntingledger.app.print.PdfFile;
import dauntingledger.app.print.PdfSheet;
import dauntingledger.app.words.Words;
import java.util.List;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/**
 * Prints the booklet of one sitting as PDF on A4: a first page with the name block, then the space for the answers. Each
 * page has its code, as a square code (ISO/IEC 18004) and in digits: ten of the sitting, three of the page, and a check
 * digit.
 */
@Component
class BookletPrinter {

    private static final PDRectangle A4 = PdfFile.A4;
    private static final float LEFT = PageCode.EDGE;
    private static final float RIGHT = A4.getWidth() - PageCode.EDGE;
    private static final float TOP = A4.getHeight() - PageCode.EDGE;
    private static final float CODE = PageCode.SIZE;
    private static final float FIELD_TOP = TOP - 84;

    private final Words words;

    BookletPrinter(Words words) {
        this.words = words;
    }

    /** Whose booklet it is; {@code sitting} is its number. */
    record Owner(long sitting, String exam, String name, String number, String seat) {}

    byte[] print(Owner owner, List<Answer> answers) {
        List<List<Piece>> pages = BookletLayout.pages(answers);
        try (PdfFile file =
                new PdfFile(owner.exam(), LocaleContextHolder.getLocale().toLanguageTag())) {
            try (PdfSheet sheet = file.sheet()) {
                head(sheet, owner, 1, pages.size() + 1);
                cover(sheet, owner);
            }
            for (int i = 0; i < pages.size(); i++) {
                try (PdfSheet sheet = file.sheet()) {
                    head(sheet, owner, i + 2, pages.size() + 1);
                    pages.get(i).forEach(piece -> answer(sheet, piece));
                }
            }
            return file.bytes();
        }
    }

    private void head(PdfSheet sheet, Owner owner, int page, int pages) {
        float wide = RIGHT - LEFT - CODE - 12;
        sheet.text(owner.exam(), LEFT, TOP - 12, 12, wide);
        sheet.text(owner.name() + " · " + owner.number(), LEFT, TOP - 30, 10, wide);
        sheet.text(words.say("booklet.page", page, pages), LEFT, TOP - 46, 10, wide);
        String code = new PageCode(owner.sitting(), page).digits();
        sheet.text(code, LEFT, TOP - 62, 9, wide);
        sheet.squareCode(code, RIGHT - CODE, TOP - CODE, CODE);
        sheet.line(LEFT, TOP - 72, RIGHT, TOP - 72, 1);
    }

    /** Returns where a piece stands on its page. */
    static Booklets.Region region(Piece piece, int page) {
        return new Booklets.Region(
                page,
                piece.answer().item(),
                LEFT,
                A4.getHeight() - FIELD_TOP + piece.top(),
                RIGHT - LEFT,
                piece.height());
    }

    private void cover(PdfSheet sheet, Owner owner) {
        float y = FIELD_TOP - 20;
        sheet.text(words.say("booklet.title"), LEFT, y, 20, RIGHT - LEFT);
        y -= 44;
        List<List<String>> block = List.of(
                List.of("booklet.name", owner.name()),
                List.of("booklet.number", owner.number()),
                List.of("booklet.seat", owner.seat()),
                List.of("booklet.date", ""),
                List.of("booklet.signature", ""));
        for (List<String> row : block) {
            sheet.frame(LEFT, y - 10, RIGHT - LEFT, 34);
            sheet.text(words.say(row.get(0)), LEFT + 8, y + 3, 9, 130);
            sheet.text(row.get(1), LEFT + 150, y + 1, 13, RIGHT - LEFT - 160);
            y -= 34;
        }
        y -= 24;
        for (String line :
                List.of("booklet.how.ink", "booklet.how.place", "booklet.how.screen", "booklet.how.hand-in")) {
            sheet.text(words.say(line), LEFT, y, 11, RIGHT - LEFT);
            y -= 20;
        }
    }

    private void answer(PdfSheet sheet, Piece piece) {
        float top = FIELD_TOP - piece.top();
        String heading = heading(piece.answer());
        sheet.text(
                piece.continued() ? words.say("booklet.continued", heading) : heading,
                LEFT,
                top - 12,
                12,
                RIGHT - LEFT);
        float bottom = top - piece.height();
        sheet.frame(LEFT, bottom, RIGHT - LEFT, piece.height() - BookletLayout.HEADING + 10);
        for (int line = 1; line < piece.lines(); line++) {
            float y = bottom + line * BookletLayout.LINE;
            sheet.line(LEFT + 10, y, RIGHT - 10, y, 0.4f);
        }
    }

    private String heading(Answer answer) {
        String heading = words.say("booklet.question", answer.section(), answer.number(), answer.marks());
        return answer.title().isEmpty() ? heading : heading + " · " + answer.title();
    }
}
