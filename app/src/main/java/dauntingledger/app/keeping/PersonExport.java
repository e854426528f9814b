package dauntingledger.app.keeping;

import dauntingledger.app.print.PdfFile;
import dauntingledger.app.print.PdfSheet;
import dauntingledger.app.uploads.UploadedPicture;
import dauntingledger.app.words.Words;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URLConnection;
import java.nio.charset.StandardCharsets;
import java.sql.Blob;
import java.sql.Clob;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes all that is kept about one candidate into an archive: a file of JSON Lines for each kind of rows, pictures and
 * documents as files of their own, and a PDF that says what is there. PINs, codes, hashes of secrets and one-time links are
 * left out.
 */
@Component
class PersonExport {

    private static final int LEFT = 60;
    private static final int TOP = 780;
    private static final int WIDE = 475;
    private static final int HASH_BYTES = 32;
    private static final String MARKS = "select line from marking_line where exam in"
            + " (select exam from sitting where candidate = ?) order by exam, seq";

    private final DataSource database;
    private final JsonMapper json;
    private final Words words;

    PersonExport(DataSource database, JsonMapper json, Words words) {
        this.database = database;
        this.json = json;
        this.words = words;
    }

    /** Returns whether anything is kept under a number. */
    boolean isKnown(String number) throws SQLException {
        try (Connection connection = database.getConnection();
                PreparedStatement known = connection.prepareStatement("select 1 from candidate where number = ?")) {
            known.setString(1, number);
            return known.executeQuery().next();
        }
    }

    /** Writes the archive, at one state of the database. */
    void write(String number, OutputStream out) throws IOException, SQLException {
        try (Connection connection = database.getConnection();
                ZipOutputStream zip = new ZipOutputStream(out)) {
            connection.setAutoCommit(false);
            connection.setReadOnly(true);
            connection.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
            Map<String, Integer> written = new LinkedHashMap<>();
            for (PersonalRows rows : PersonalRows.values()) {
                rows(connection, rows, number, zip, written);
            }
            marks(connection, number, zip, written);
            entry(zip, "what-is-kept.pdf", summary(connection, number, written));
            connection.rollback();
        }
    }

    private void rows(
            Connection connection, PersonalRows kind, String number, ZipOutputStream zip, Map<String, Integer> written)
            throws SQLException, IOException {
        try (PreparedStatement select =
                connection.prepareStatement(kind.select().replace(":number", "?"))) {
            int parameters = select.getParameterMetaData().getParameterCount();
            for (int i = 1; i <= parameters; i++) {
                select.setString(i, number);
            }
            List<String> lines = new ArrayList<>();
            try (ResultSet rows = select.executeQuery()) {
                while (rows.next()) {
                    lines.add(json.writeValueAsString(plain(kind, rows, lines.size() + 1, zip)));
                }
            }
            put(zip, kind.table(), lines, written);
        }
    }

    private static void put(ZipOutputStream zip, String name, List<String> lines, Map<String, Integer> written)
            throws IOException {
        if (!lines.isEmpty()) {
            written.put(name + ".jsonl", lines.size());
            entry(zip, name + ".jsonl", (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8));
        }
    }

    private static void entry(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(bytes);
        zip.closeEntry();
    }

    private Map<String, @Nullable Object> plain(PersonalRows kind, ResultSet row, int at, ZipOutputStream zip)
            throws SQLException, IOException {
        Map<String, @Nullable Object> plain = new LinkedHashMap<>();
        ResultSetMetaData columns = row.getMetaData();
        for (int i = 1; i <= columns.getColumnCount(); i++) {
            String column = columns.getColumnName(i).toLowerCase(Locale.ROOT);
            if (!kind.isSecret(column)) {
                plain.put(column, value(row.getObject(i), kind.table() + "-" + at, zip));
            }
        }
        return plain;
    }

    /** A picture or a document becomes a file, whose name stands in its place; text that is JSON stands as JSON. */
    private @Nullable Object value(@Nullable Object stored, String name, ZipOutputStream zip)
            throws SQLException, IOException {
        return switch (stored) {
            case Blob blob -> file(blob.getBytes(1, (int) blob.length()), name, zip);
            case Clob clob -> clob.getSubString(1, (int) clob.length());
            case byte[] hash when hash.length == HASH_BYTES -> HexFormat.of().formatHex(hash);
            case byte[] bytes -> file(bytes, name, zip);
            case Timestamp at -> at.toInstant().toString();
            case OffsetDateTime at -> at.toInstant().toString();
            case String text when text.startsWith("{") || text.startsWith("[") -> parsed(text);
            case null -> null;
            case Number number -> number;
            case Boolean truth -> truth;
            default -> stored.toString();
        };
    }

    private Object parsed(String text) {
        try {
            return json.readTree(text);
        } catch (JacksonException e) {
            return text;
        }
    }

    private static String file(byte[] bytes, String name, ZipOutputStream zip) throws IOException {
        String file = "files/" + name + ending(bytes);
        entry(zip, file, bytes);
        return file;
    }

    private static String ending(byte[] bytes) throws IOException {
        String type = URLConnection.guessContentTypeFromStream(new ByteArrayInputStream(bytes));
        return "image/png".equals(type)
                ? ".png"
                : "image/jpeg".equals(type) ? ".jpg" : UploadedPicture.isPdf(bytes) ? ".pdf" : ".bin";
    }

    /** The marks of an exam are one chain; those of one candidate are picked out of it. */
    private void marks(Connection connection, String number, ZipOutputStream zip, Map<String, Integer> written)
            throws SQLException, IOException {
        Set<Long> sittings = new HashSet<>();
        try (PreparedStatement select = connection.prepareStatement("select id from sitting where candidate = ?")) {
            select.setString(1, number);
            ResultSet rows = select.executeQuery();
            while (rows.next()) {
                sittings.add(rows.getLong(1));
            }
        }
        List<String> lines = new ArrayList<>();
        try (PreparedStatement select = connection.prepareStatement(MARKS)) {
            select.setString(1, number);
            ResultSet rows = select.executeQuery();
            while (rows.next()) {
                String line = rows.getString(1);
                if (json.readValue(line, Map.class).get("sitting") instanceof Number sitting
                        && sittings.contains(sitting.longValue())) {
                    lines.add(line);
                }
            }
        }
        put(zip, "marking_line", lines, written);
    }

    private byte[] summary(Connection connection, String number, Map<String, Integer> written) throws SQLException {
        String title = words.say("keeping.pdf.title");
        try (PdfFile file = new PdfFile(title, LocaleContextHolder.getLocale().getLanguage())) {
            try (PdfSheet sheet = file.sheet()) {
                sheet.heading(title, LEFT, TOP, 20, WIDE);
                float y = sheet.paragraph(
                        words.say("keeping.pdf.of", name(connection, number), number), LEFT, TOP - 20, 12, WIDE);
                y = sheet.paragraph(words.say("keeping.pdf.lead"), LEFT, y - 8, 11, WIDE) - 8;
                for (Map.Entry<String, Integer> one : written.entrySet()) {
                    y = sheet.paragraph(
                            words.say(
                                    "keeping.pdf.file",
                                    one.getKey(),
                                    one.getValue(),
                                    words.say("keeping.rows." + one.getKey().replace(".jsonl", ""))),
                            LEFT,
                            y - 3,
                            10,
                            WIDE);
                }
            }
            return file.bytes();
        }
    }

    private static String name(Connection connection, String number) throws SQLException {
        try (PreparedStatement select = connection.prepareStatement("select name from candidate where number = ?")) {
            select.setString(1, number);
            ResultSet row = select.executeQuery();
            return row.next() ? row.getString(1) : "";
        }
    }
}
