package dauntingledger.app.sheets;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.QuoteMode;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;

/** A list that is taken out as CSV by RFC 4180, with cells that no spreadsheet runs. */
public final class CsvFile implements AutoCloseable {

    private final CSVPrinter out;

    private CsvFile(CSVPrinter out) {
        this.out = out;
    }

    public static CsvFile to(HttpServletResponse response, String name, List<String> heading) throws IOException {
        response.setContentType("text/csv");
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment().filename(name + ".csv").build().toString());
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setQuoteMode(QuoteMode.ALL)
                .setHeader(heading.toArray(String[]::new))
                .get();
        return new CsvFile(new CSVPrinter(response.getWriter(), format));
    }

    /** @param cells texts and numbers */
    public void row(List<?> cells) throws IOException {
        out.printRecord(cells.stream().map(CsvFile::cell));
    }

    private static String cell(Object cell) {
        return switch (cell) {
            case BigDecimal number -> number.toPlainString();
            case Number number -> number.toString();
            default -> harmless(cell.toString());
        };
    }

    /** Keeps a spreadsheet from running a text: one that begins with a sign of a formula gets an apostrophe. */
    static String harmless(String text) {
        boolean runs = !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0;
        return runs ? "'" + text : text;
    }

    @Override
    public void close() throws IOException {
        out.flush();
    }
}
