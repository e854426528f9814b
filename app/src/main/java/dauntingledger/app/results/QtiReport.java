package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.HandedIn;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.marking.Reviews;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.results.Results.Kept;
import dauntingledger.app.results.Results.Version;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Sitting;
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
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.jspecify.annotations.Nullable;
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
    private final Reviews reviews;

    QtiReport(Results results, KeyVersions keys, HandedIn handedIn, Reviews reviews) {
        this.results = results;
        this.keys = keys;
        this.handedIn = handedIn;
        this.reviews = reviews;
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
        try (ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
                Stream<HandedIn.One> cohort = handedIn.of(exam).sequential()) {
            Iterator<HandedIn.One> each = cohort.iterator();
            while (each.hasNext()) {
                HandedIn.One one = each.next();
                Kept own = kept.get(one.appointment().sitting().value());
                if (own != null) {
                    zip.putNextEntry(new ZipEntry(URLEncoder.encode(own.candidate(), StandardCharsets.UTF_8) + ".xml"));
                    zip.write(document(exam, version, marking, one, own));
                    zip.closeEntry();
                }
            }
        }
    }

    private byte[] document(Exam exam, Version version, PaperMarking marking, HandedIn.One one, Kept own) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            XMLStreamWriter out = FACTORY.createXMLStreamWriter(bytes, StandardCharsets.UTF_8.name());
            new Document(out, version.at()).write(exam, marking, one.sitting(), own, given(exam, one));
            out.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("a result can be written", e);
        }
        return bytes.toByteArray();
    }

    private Map<ItemId, Rational> given(Exam exam, HandedIn.One one) {
        return reviews.of(exam, one.appointment().sitting()).stream()
                .collect(Collectors.toMap(Reviews.Marked::item, Reviews.Marked::mark));
    }

    /** One document. */
    private final class Document {

        private final XMLStreamWriter out;
        private final String datestamp;

        Document(XMLStreamWriter out, Instant at) {
            this.out = out;
            this.datestamp = DateTimeFormatter.ISO_INSTANT.format(at);
        }

        void write(Exam exam, PaperMarking marking, Sitting sitting, Kept own, Map<ItemId, Rational> given)
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
            for (Papers.Explained explained : marking.explain("", sitting)) {
                item(++sequence, explained, marking, given);
            }
            out.writeEndElement();
            out.writeEndDocument();
        }

        private void item(int sequence, Papers.Explained explained, PaperMarking marking, Map<ItemId, Rational> given)
                throws XMLStreamException {
            ItemId item = explained.question().item().id();
            out.writeStartElement("itemResult");
            out.writeAttribute("identifier", item.value());
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
            Optional<Rational> score = score(explained.explanation(), given.get(item), marking.mostOf(item));
            if (score.isPresent()) {
                number("SCORE", score.get());
            }
            number("MAXSCORE", marking.mostOf(item));
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
    private static Optional<Rational> score(Score.Explanation explanation, @Nullable Rational given, Rational most) {
        return switch (explanation.score().outcome()) {
            case BLANK, WRONG -> Optional.of(Rational.ZERO);
            case RIGHT -> Optional.of(most);
            case PARTLY_RIGHT ->
                Optional.ofNullable(explanation.outcomes().get(ItemKey.SCORE))
                        .flatMap(value -> value.elements().stream().findFirst())
                        .map(Rational::parse);
            case PENDING -> Optional.ofNullable(given);
            case TAKEN_OUT -> Optional.empty();
        };
    }
}
