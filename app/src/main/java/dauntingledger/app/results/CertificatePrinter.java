package dauntingledger.app.results;

import dauntingledger.app.print.PdfFile;
import dauntingledger.app.print.PdfSheet;
import dauntingledger.app.results.Certificates.Signed;
import dauntingledger.app.words.Address;
import dauntingledger.app.words.Words;
import java.util.Locale;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/** Prints a certificate, in the language of who asks for it; what is signed stands in the file too. */
@Component
class CertificatePrinter {

    private static final float LEFT = 72;
    private static final float WIDE = PdfFile.A4.getWidth() - 2 * LEFT;
    private static final float TOP = PdfFile.A4.getHeight() - 150;
    private static final float CODE = 120;

    private final Words words;
    private final Address address;

    CertificatePrinter(Words words, Address address) {
        this.words = words;
        this.address = address;
    }

    byte[] print(Signed signed) {
        Certificate certificate = signed.certificate();
        Locale language = LocaleContextHolder.getLocale();
        try (PdfFile file = new PdfFile(words.say("certificate.title"), language.getLanguage())
                .with(Certificate.PAYLOAD, signed.payload())
                .with(Certificate.SIGNATURE, signed.signature())) {
            try (PdfSheet sheet = file.sheet()) {
                sheet.frame(40, 40, PdfFile.A4.getWidth() - 80, PdfFile.A4.getHeight() - 80);
                sheet.heading(words.say("certificate.title"), LEFT, TOP, 30, WIDE);
                float y = sheet.paragraph(words.say("certificate.says", certificate.name()), LEFT, TOP - 50, 14, WIDE);
                y = sheet.paragraph(
                        words.say("certificate.sat", certificate.exam(), certificate.day()), LEFT, y - 14, 14, WIDE);
                sheet.heading(certificate.outcome(), LEFT, y - 50, 24, WIDE);
                if (!certificate.grade().isEmpty()) {
                    sheet.text(certificate.grade(), LEFT, y - 80, 16, WIDE);
                }
                String page = address.of("/certificate/" + certificate.number());
                sheet.squareCode(page, LEFT, 80, CODE);
                sheet.text(
                        words.say("certificate.number", certificate.number()), LEFT + CODE + 18, 165, 12, WIDE - CODE);
                sheet.paragraph(words.say("certificate.check", page), LEFT + CODE + 18, 150, 10, WIDE - CODE - 18);
            }
            return file.bytes();
        }
    }
}
