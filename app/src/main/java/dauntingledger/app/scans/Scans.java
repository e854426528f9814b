package dauntingledger.app.scans;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.office.Booklets;
import dauntingledger.app.office.PageCode;
import dauntingledger.rulebook.paper.ItemId;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The scanned pages of the booklets of exams. */
@Component
public class Scans {

    private static final float QUALITY = 0.7f;
    private static final int LONGEST_NAME = 200;

    /** So much is shown around an answer, in points: a page that was set straight by its code can lie off by a little. */
    private static final float AROUND = 10;

    private final Booklets booklets;
    private final Appointments appointments;
    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Scans(
            Booklets booklets,
            Appointments appointments,
            EntityManager entities,
            TransactionTemplate transactions,
            Clock clock) {
        this.booklets = booklets;
        this.appointments = appointments;
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /**
     * A page that was taken in.
     *
     * @param sitting whose it is; empty while nobody knows
     * @param page which page of the booklet; 0 while nobody knows
     */
    public record Taken(long id, String file, int filePage, Optional<SittingId> sitting, int page) {}

    /** What is still to be put right. */
    public record Gaps(List<Taken> unknown, List<Taken> twice, List<Missing> missing) {}

    /** A page that did not come. */
    public record Missing(Appointment sitting, int page) {}

    /**
     * Takes a file in; returns how many pages it has.
     *
     * @throws ScanReader.RefusedException if nothing of it can be read
     */
    int take(ExamId exam, String file, byte[] bytes, String person) throws ScanReader.RefusedException {
        Set<Long> known = appointments.of(exam).stream()
                .map(sitting -> sitting.sitting().value())
                .collect(Collectors.toSet());
        int[] count = {0};
        ScanReader.read(bytes, page -> {
            Optional<PageCode> code = page.code().filter(of -> known.contains(of.sitting()));
            keep(exam, file, page, code, person);
            count[0]++;
        });
        return count[0];
    }

    private void keep(ExamId exam, String file, ScanReader.Page page, Optional<PageCode> code, String person) {
        String whose = code.map(of -> of.sitting() + ", " + of.page()).orElse("null, null");
        transactions.executeWithoutResult(status -> entities.createNativeQuery(
                        "insert into scan_page (exam, file, file_page, taken_at, taken_by, straight, picture, sitting, page)"
                                + " values (?1, ?2, ?3, ?4, ?5, ?6, ?7, " + whose + ")")
                .setParameter(1, exam.value())
                .setParameter(2, file.length() <= LONGEST_NAME ? file : file.substring(0, LONGEST_NAME))
                .setParameter(3, page.number())
                .setParameter(4, clock.instant())
                .setParameter(5, person)
                .setParameter(6, page.code().isPresent())
                .setParameter(7, jpeg(page.picture()))
                .executeUpdate());
    }

    private static byte[] jpeg(BufferedImage picture) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        try (ImageOutputStream to = ImageIO.createImageOutputStream(out)) {
            ImageWriteParam how = writer.getDefaultWriteParam();
            how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            how.setCompressionQuality(QUALITY);
            writer.setOutput(to);
            writer.write(null, new IIOImage(picture, null, null), how);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }

    /** Returns all pages of an exam, in the order in which they came. */
    public List<Taken> of(ExamId exam) {
        return all("exam = ?1 order by id", exam.value());
    }

    private List<Taken> all(String where, Object... parameters) {
        return transactions.execute(status -> {
            Query query = entities.createNativeQuery(
                    "select id, file, file_page, sitting, page from scan_page where " + where);
            for (int i = 0; i < parameters.length; i++) {
                query.setParameter(i + 1, parameters[i]);
            }
            List<?> rows = query.getResultList();
            return rows.stream().map(row -> taken((Object[]) row)).toList();
        });
    }

    private static Taken taken(Object[] row) {
        return new Taken(
                ((Number) row[0]).longValue(),
                String.valueOf(row[1]),
                ((Number) row[2]).intValue(),
                Optional.ofNullable(row[3]).map(sitting -> new SittingId(((Number) sitting).longValue())),
                row[4] == null ? 0 : ((Number) row[4]).intValue());
    }

    /** Returns what of an exam's pages is to be put right: whose nobody knows, those that came twice, those that did not. */
    public Gaps gaps(ExamId exam) {
        List<Taken> all = of(exam);
        Map<PageCode, List<Taken>> known = all.stream()
                .filter(one -> one.sitting().isPresent())
                .collect(Collectors.groupingBy(
                        one -> new PageCode(one.sitting().orElseThrow().value(), one.page()),
                        LinkedHashMap::new,
                        Collectors.toList()));
        List<Missing> missing = all.isEmpty()
                ? List.of()
                : appointments.of(exam).stream()
                        .flatMap(sitting -> booklets.regions(sitting).stream()
                                .map(Booklets.Region::page)
                                .distinct()
                                .filter(page -> !known.containsKey(
                                        new PageCode(sitting.sitting().value(), page)))
                                .map(page -> new Missing(sitting, page)))
                        .toList();
        return new Gaps(
                all.stream().filter(one -> one.sitting().isEmpty()).toList(),
                known.values().stream()
                        .filter(same -> same.size() > 1)
                        .flatMap(List::stream)
                        .toList(),
                missing);
    }

    Optional<Taken> find(ExamId exam, long id) {
        return all("exam = ?1 and id = ?2", exam.value(), id).stream().findFirst();
    }

    /** Says by hand whose a page is, and which. */
    void join(long id, SittingId sitting, int page) {
        transactions.executeWithoutResult(
                status -> entities.createNativeQuery("update scan_page set sitting = ?2, page = ?3 where id = ?1")
                        .setParameter(1, id)
                        .setParameter(2, sitting.value())
                        .setParameter(3, page)
                        .executeUpdate());
    }

    void discard(long id) {
        transactions.executeWithoutResult(status -> entities.createNativeQuery("delete from scan_page where id = ?1")
                .setParameter(1, id)
                .executeUpdate());
    }

    /** Returns the picture of a page, as JPEG. */
    byte[] picture(long id) {
        return transactions.execute(status -> {
            Object picture = entities.createNativeQuery("select picture from scan_page where id = ?1", byte[].class)
                    .setParameter(1, id)
                    .getSingleResult();
            return (byte[]) picture;
        });
    }

    /**
     * Returns what a candidate wrote to a question, as pictures (JPEG) in the order of the pages: the part of a page that is for
     * it, or all of a page that could not be set straight.
     */
    public List<byte[]> answers(Appointment sitting, ItemId item) {
        List<byte[]> pictures = new ArrayList<>();
        for (Booklets.Region region : booklets.regions(sitting)) {
            if (region.item().equals(item)) {
                all("sitting = ?1 and page = ?2 order by id", sitting.sitting().value(), region.page()).stream()
                        .findFirst()
                        .ifPresent(page -> pictures.add(part(page, region)));
            }
        }
        return pictures;
    }

    private byte[] part(Taken page, Booklets.Region region) {
        byte[] whole = picture(page.id());
        boolean straight = transactions.execute(status ->
                (Boolean) entities.createNativeQuery("select straight from scan_page where id = ?1", Boolean.class)
                        .setParameter(1, page.id())
                        .getSingleResult());
        return straight ? cut(whole, region) : whole;
    }

    private static byte[] cut(byte[] whole, Booklets.Region region) {
        try {
            BufferedImage page = ImageIO.read(new ByteArrayInputStream(whole));
            Rectangle part = new Rectangle(
                            Math.round((region.x() - AROUND) * ScanReader.SCALE),
                            Math.round((region.y() - AROUND) * ScanReader.SCALE),
                            Math.round((region.width() + 2 * AROUND) * ScanReader.SCALE),
                            Math.round((region.height() + 2 * AROUND) * ScanReader.SCALE))
                    .intersection(new Rectangle(page.getWidth(), page.getHeight()));
            return jpeg(page.getSubimage(part.x, part.y, part.width, part.height));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
