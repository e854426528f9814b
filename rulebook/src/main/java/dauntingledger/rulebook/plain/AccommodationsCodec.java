package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.accommodation.Accommodations;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Accommodations as plain values. Factors are exact numbers as text, spans are in milliseconds. */
public final class AccommodationsCodec {

    static final Schema<Accommodations> SCHEMA = Schema.of(
            Accommodations::new,
            Field.of("factor", MemberType.RATIONAL, Accommodations::factor),
            Field.of(
                    "factors",
                    MemberType.map(Schema.member("box", Ids.BOX), Schema.member("factor", MemberType.RATIONAL)),
                    Accommodations::factors),
            Field.of("longerBreaks", MemberType.MILLIS, Accommodations::longerBreaks),
            Field.of(
                    "extraBreaks",
                    MemberType.map(Schema.member("after", Ids.STAGE), Schema.member("length", MemberType.MILLIS)),
                    Accommodations::extraBreaks),
            Field.of("stopsClocks", MemberType.TRUTH, Accommodations::stopsClocks),
            Field.of("aids", MemberType.TEXTS, Accommodations::aids));

    private AccommodationsCodec() {}

    public static Map<String, Object> toPlain(Accommodations granted) {
        return SCHEMA.toPlain(granted);
    }

    /** @throws MalformedDataException if a member is missing or wrong */
    public static Accommodations fromPlain(@Nullable Object plain) {
        return MalformedDataException.naming("accommodations", () -> SCHEMA.fromPlain(plain));
    }
}
