package dauntingledger.app.scans;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.office.Booklets;
import dauntingledger.app.office.PageCode;
import dauntingledger.rulebook.paper.ItemId;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
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
import org.springframework.transaction.annotation.Transactional;

/** The scanned pages of the booklets of exams. */
@Component
public class Scans {

    private static final float QUALITY = 0.7f;

    /** So much is shown around an answer, in points: a page that was set straight by its code can lie off by a little. */
    private static final float AROUND = 10;

    /** Above it less: the candidate's name stands 50 points higher, and a page laid by hand can lie off by more. */
    private static final float ABOVE = 4;

    private final Booklets booklets;
    private final Appointments appointments;
    private final EntityManager entities;
    private final Clock clock;

    Scans(Booklets booklets, Appointments appointments, EntityManager entities, Clock clock) {
        this.booklets = booklets;
        this.appointments = appointments;
        this.entities = entities;
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
     * Takes a file in, all of it or nothing.
     *
     * @throws ScanReader.RefusedException if it cannot be read to its end
     */
    @Transactional
    void take(ExamId exam, String file, byte[] bytes, String person) {
        Set<Long> known = appointments.of(exam).stream()
                .map(sitting -> sitting.sitting().value())
                .collect(Collectors.toSet());
        ScanReader.read(bytes, page -> {
            ScanRecord kept = new ScanRecord(exam, file, page.number(), clock.instant(), person, jpeg(page.picture()));
            page.code().filter(code -> known.contains(code.sitting())).ifPresent(kept::join);
            entities.persist(kept);
            entities.flush();
            entities.detach(kept);
        });
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
    @Transactional(readOnly = true)
    public List<Taken> of(ExamId exam) {
        return taken("exam = ?1", exam.value());
    }

    /** Pictures stay where they are: only what is known of a page is read. */
    private List<Taken> taken(String where, Object... parameters) {
        TypedQuery<Object[]> query = entities.createQuery(
                "select id, file, filePage, sitting, page from ScanRecord where " + where + " order by id",
                Object[].class);
        for (int i = 0; i < parameters.length; i++) {
            query.setParameter(i + 1, parameters[i]);
        }
        return query.getResultStream()
                .map(row -> new Taken(
                        (Long) row[0],
                        (String) row[1],
                        (Integer) row[2],
                        Optional.ofNullable((Long) row[3]).map(SittingId::new),
                        row[4] == null ? 0 : (Integer) row[4]))
                .toList();
    }

    /** Returns what of an exam's pages is to be put right: whose nobody knows, those that came twice, those that did not. */
    @Transactional(readOnly = true)
    public Gaps gaps(ExamId exam) {
        List<Taken> all = taken("exam = ?1", exam.value());
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

    @Transactional(readOnly = true)
    Optional<Taken> find(ExamId exam, long id) {
        return taken("exam = ?1 and id = ?2", exam.value(), id).stream().findFirst();
    }

    /**
     * Says by hand whose a page is, and which.
     *
     * @param turns how often it is turned by 90 degrees clockwise so that it stands upright
     */
    @Transactional
    void join(long id, PageCode code, int turns) {
        ScanRecord kept = entities.find(ScanRecord.class, id);
        kept.lay(jpeg(ScanReader.laid(decoded(kept.picture()), turns)));
        kept.join(code);
    }

    @Transactional
    void discard(long id) {
        entities.remove(entities.find(ScanRecord.class, id));
    }

    /** Returns the picture of a page, as JPEG. */
    @Transactional(readOnly = true)
    byte[] picture(long id) {
        return entities.find(ScanRecord.class, id).picture();
    }

    /** The part of a page that is for one answer. */
    public record Part(long page, Booklets.Region region) {}

    /** Returns where what a candidate wrote to a question is, in the order of the pages of the booklet. */
    @Transactional(readOnly = true)
    public List<Part> parts(Appointment sitting, ItemId item) {
        List<Taken> taken = taken("sitting = ?1", sitting.sitting().value());
        return booklets.regions(sitting).stream()
                .filter(region -> region.item().equals(item))
                .flatMap(region -> taken.stream()
                        .filter(page -> page.page() == region.page())
                        .limit(1)
                        .map(page -> new Part(page.id(), region)))
                .toList();
    }

    /** Returns a part of a page, as JPEG. */
    @Transactional(readOnly = true)
    public byte[] picture(Part part) {
        return cut(entities.find(ScanRecord.class, part.page()).picture(), part.region());
    }

    private static BufferedImage decoded(byte[] picture) {
        try {
            return ImageIO.read(new ByteArrayInputStream(picture));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static byte[] cut(byte[] whole, Booklets.Region region) {
        BufferedImage page = decoded(whole);
        Rectangle part = new Rectangle(
                        Math.round((region.x() - AROUND) * ScanReader.SCALE),
                        Math.round((region.y() - ABOVE) * ScanReader.SCALE),
                        Math.round((region.width() + 2 * AROUND) * ScanReader.SCALE),
                        Math.round((region.height() + ABOVE + AROUND) * ScanReader.SCALE))
                .intersection(new Rectangle(page.getWidth(), page.getHeight()));
        return jpeg(page.getSubimage(part.x, part.y, part.width, part.height));
    }
}
