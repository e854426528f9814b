package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.StageId;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Accommodations as plain values. Factors are exact numbers as text, spans are in milliseconds. */
public final class AccommodationsCodec {

    private AccommodationsCodec() {}

    public static Map<String, Object> toPlain(Accommodations granted) {
        List<Object> factors = granted.factors().entrySet().stream()
                .<Object>map(entry -> Map.of(
                        "box",
                        entry.getKey().value(),
                        "factor",
                        entry.getValue().toString()))
                .toList();
        List<Object> breaks = granted.extraBreaks().entrySet().stream()
                .<Object>map(entry -> Map.of(
                        "after",
                        entry.getKey().value(),
                        "length",
                        entry.getValue().toMillis()))
                .toList();
        return Map.of(
                "factor", granted.factor().toString(),
                "factors", factors,
                "longerBreaks", granted.longerBreaks().toMillis(),
                "extraBreaks", breaks,
                "stopsClocks", granted.stopsClocks(),
                "aids", granted.aids());
    }

    /** @throws MalformedDataException if a member is missing or wrong */
    public static Accommodations fromPlain(@Nullable Object plain) {
        return fromMembers(Members.of(plain));
    }

    static Accommodations fromMembers(Members from) {
        Map<BoxId, Rational> factors = new LinkedHashMap<>();
        from.each("factors", one -> factors.put(one.read("box", BoxId::new), one.rational("factor")));
        Map<StageId, Duration> breaks = new LinkedHashMap<>();
        from.each("extraBreaks", one -> breaks.put(one.read("after", StageId::new), one.millis("length")));
        try {
            return new Accommodations(
                    from.rational("factor"),
                    factors,
                    from.millis("longerBreaks"),
                    breaks,
                    from.truth("stopsClocks"),
                    from.texts("aids"));
        } catch (MalformedDataException e) {
            throw e;
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException("accommodations: " + e.getMessage(), e);
        }
    }
}
