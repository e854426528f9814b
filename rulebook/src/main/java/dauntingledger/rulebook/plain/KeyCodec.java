package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.scoring.Correction;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What was decided about a key after the exam, as plain values: a document with {@code format} and {@code corrections}. */
public final class KeyCodec {

    public static final String FORMAT = "daunting-ledger-key/1";

    static final Kinds<Correction> CORRECTION = new Kinds<Correction>("kind", "correction")
            .kind(
                    "also-right",
                    Correction.AlsoRight.class,
                    Schema.of(
                            Correction.AlsoRight::new,
                            Field.of("item", Ids.ITEM, Correction.AlsoRight::item),
                            Field.of("response", Ids.RESPONSE, Correction.AlsoRight::response),
                            Field.of("value", MemberType.TEXTS, Correction.AlsoRight::value)))
            .kind(
                    "stays-wrong",
                    Correction.StaysWrong.class,
                    Schema.of(
                            Correction.StaysWrong::new,
                            Field.of("item", Ids.ITEM, Correction.StaysWrong::item),
                            Field.of("response", Ids.RESPONSE, Correction.StaysWrong::response),
                            Field.of("value", MemberType.TEXTS, Correction.StaysWrong::value)))
            .kind(
                    "within",
                    Correction.Within.class,
                    Schema.of(
                            Correction.Within::new,
                            Field.of("item", Ids.ITEM, Correction.Within::item),
                            Field.of("response", Ids.RESPONSE, Correction.Within::response),
                            Field.of("by", MemberType.RATIONAL, Correction.Within::by)))
            .kind(
                    "of-case",
                    Correction.OfCase.class,
                    Schema.of(
                            Correction.OfCase::new,
                            Field.of("item", Ids.ITEM, Correction.OfCase::item),
                            Field.of("response", Ids.RESPONSE, Correction.OfCase::response),
                            Field.of("number", MemberType.COUNT, Correction.OfCase::number),
                            Field.optional("output", MemberType.TEXT, Correction.OfCase::output)))
            .kind(
                    "all-right",
                    Correction.AllRight.class,
                    Schema.of(Correction.AllRight::new, Field.of("item", Ids.ITEM, Correction.AllRight::item)))
            .kind(
                    "taken-out",
                    Correction.TakenOut.class,
                    Schema.of(Correction.TakenOut::new, Field.of("item", Ids.ITEM, Correction.TakenOut::item)));

    private record Document(String format, List<Correction> corrections) {
        private Document {
            if (!format.equals(FORMAT)) {
                throw new IllegalArgumentException("the format must be " + FORMAT + ", but is '" + format + "'");
            }
            corrections = List.copyOf(corrections);
        }
    }

    private static final Schema<Document> DOCUMENT = Schema.of(
            Document::new,
            Field.of("format", MemberType.TEXT, Document::format),
            Field.of("corrections", MemberType.objects(CORRECTION), Document::corrections));

    private KeyCodec() {}

    public static Map<String, Object> toPlain(List<Correction> corrections) {
        return new LinkedHashMap<>(DOCUMENT.toPlain(new Document(FORMAT, corrections)));
    }

    /** @throws MalformedDataException if a member is missing or wrong */
    public static List<Correction> fromPlain(@Nullable Object plain) {
        return MalformedDataException.naming(
                "corrections", () -> DOCUMENT.fromPlain(plain).corrections());
    }
}
