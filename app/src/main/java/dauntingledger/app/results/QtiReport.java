package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.marking.GivenMarks;
import dauntingledger.app.marking.HandedIn;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.results.Results.Kept;
import dauntingledger.app.results.Results.Version;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.Score;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.springframework.stereotype.Component;

/**
 * Writes results as QTI 3.0 Results Reporting: a zip with an {@code assessmentResult} for each candidate. The standard has the
 * place for responses, scores and the outcome; percentile, grade and scaled score stand there as outcomes of ours.
 */
@Component
class QtiReport {

    private static final String NAMESPACE = "http://www.imsglobal.org/xsd/imsqti_result_v3p0";
    private static final XMLOutputFactory FACTORY = XMLOutputFactory.newFactory();
    private static final int MOST = 200_000;
    private static final int DECIMALS = 10;

    private final Results results;
    private final KeyVersions keys;
    private final HandedIn handedIn;
    private final GivenMarks marks;

    QtiReport(Results results, KeyVersions keys, HandedIn handedIn, GivenMarks marks) {
        this.results = results;
        this.keys = keys;
        this.handedIn = handedIn;
        this.marks = marks;
    }

    /** Writes a version of the results of an exam. Responses are those that were handed in. */
    void write(Exam exam, Version version, OutputStream to) throws IOException {
        Map<Long, Kept> kept = new HashMap<>();
        results.page(exam.id(), version.number(), 0, MOST).forEach(one -> kept.put(one.sitting(), one));
        List<Correction> corrections = keys.of(exam.id()).stream()
                .filter(key -> key.number() == version.key())
                .findFirst()
                .map(KeyVersions.Version::corrections)
                .orElse(List.of());
        PaperMarking marking = keys.marking(exam, corrections);
        Map<SittingId, Map<ItemId, Rational>> given = marks.of(exam, marking);
        try (ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
                Stream<HandedIn.One> cohort = handedIn.of(exam).sequential()) {
            Iterator<HandedIn.One> each = cohort.iterator();
            while (each.hasNext()) {
                HandedIn.One one = each.next();
                Kept own = kept.get(one.appointment().sitting().value());
                if (own != null) {
                    zip.putNextEntry(new ZipEntry(URLEncoder.encode(own.candidate(), StandardCharsets.UTF_8) + ".xml"));
                    List<Papers.Explained> explained = marking.explain(
                            "",
                            one.sitting(),
                            given.getOrDefault(one.appointment().sitting(), Map.of()));
                    zip.write(document(exam, version, marking, own, explained));
                    zip.closeEntry();
                }
            }
        }
    }

    private byte[] document(
            Exam exam, Version version, PaperMarking marking, Kept own, List<Papers.Explained> explained) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            XMLStreamWriter out = FACTORY.createXMLStreamWriter(bytes, StandardCharsets.UTF_8.name());
            new Document(out, version.at()).write(exam, marking, own, explained);
            out.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("a result can be written", e);
        }
        return bytes.toByteArray();
    }

    /** One document. */
    private final class Document {

        private final XMLStreamWriter out;
        private final String datestamp;

        Document(XMLStreamWriter out, Instant at) {
            this.out = out;
            this.datestamp = DateTimeFormatter.ISO_INSTANT.format(at);
        }

        void write(Exam exam, PaperMarking marking, Kept own, List<Papers.Explained> explained)
                throws XMLStreamException {
            out.writeStartDocument(StandardCharsets.UTF_8.name(), "1.0");
            out.writeStartElement("assessmentResult");
            out.writeDefaultNamespace(NAMESPACE);
            out.writeEmptyElement("context");
            out.writeAttribute("sourcedId", own.candidate());
            out.writeStartElement("testResult");
            out.writeAttribute("identifier", exam.paper().id().value());
            out.writeAttribute("datestamp", datestamp);
            number("SCORE", Rational.parse(own.score()));
            number("MAXSCORE", Rational.parse(own.most()));
            number("PERCENTILE", Rational.parse(own.percentile()));
            text("OUTCOME", "identifier", own.outcome());
            text("GRADE", "string", own.grade());
            text("SCALED", "float", own.scaled());
            for (Results.Section section : results.sections(own)) {
                number("SCORE." + section.section(), Rational.parse(section.marks()));
                number("MAXSCORE." + section.section(), Rational.parse(section.most()));
            }
            out.writeEndElement();
            int sequence = 0;
            for (Papers.Explained one : explained) {
                item(++sequence, one, marking.mostOf(one.question().item().id()));
            }
            out.writeEndElement();
            out.writeEndDocument();
        }

        private void item(int sequence, Papers.Explained explained, Rational most) throws XMLStreamException {
            Item item = explained.question().item();
            out.writeStartElement("itemResult");
            out.writeAttribute("identifier", item.id().value());
            out.writeAttribute("sequenceIndex", String.valueOf(sequence));
            out.writeAttribute("datestamp", datestamp);
            out.writeAttribute("sessionStatus", "final");
            for (Score.Reason reason : explained.explanation().reasons()) {
                out.writeStartElement("responseVariable");
                declaration(reason.response().value(), reason.given());
                out.writeStartElement("candidateResponse");
                for (String element : reason.given().elements()) {
                    value(element);
                }
                out.writeEndElement();
                out.writeEndElement();
            }
            Optional<Rational> score = score(item, explained.explanation().score(), most);
            if (score.isPresent()) {
                number("SCORE", score.get());
            }
            number("MAXSCORE", most);
            out.writeEndElement();
        }

        private void declaration(String identifier, Value value) throws XMLStreamException {
            out.writeAttribute("identifier", identifier);
            out.writeAttribute("cardinality", PlainNames.name(value.cardinality()));
            out.writeAttribute(
                    "baseType",
                    value.baseType() == Value.BaseType.DIRECTED_PAIR
                            ? "directedPair"
                            : PlainNames.name(value.baseType()));
        }

        private void number(String identifier, Rational number) throws XMLStreamException {
            text(
                    identifier,
                    "float",
                    number.rounded(DECIMALS).stripTrailingZeros().toPlainString());
        }

        private void text(String identifier, String type, String text) throws XMLStreamException {
            if (!text.isEmpty()) {
                out.writeStartElement("outcomeVariable");
                out.writeAttribute("identifier", identifier);
                out.writeAttribute("cardinality", "single");
                out.writeAttribute("baseType", type);
                value(text);
                out.writeEndElement();
            }
        }

        private void value(String text) throws XMLStreamException {
            out.writeStartElement("value");
            out.writeCharacters(text);
            out.writeEndElement();
        }
    }

    /** Returns the item's own SCORE; nothing while it waits for a marker, or where it counts for nobody. */
    private static Optional<Rational> score(Item item, Score.OfItem scored, Rational most) {
        return switch (scored.outcome()) {
            case PENDING, TAKEN_OUT -> Optional.empty();
            case BLANK, WRONG -> Optional.of(Rational.ZERO);
            case PARTLY_RIGHT, RIGHT ->
                Optional.of(scored.marks().dividedBy(item.marks()).times(most));
        };
    }
}
