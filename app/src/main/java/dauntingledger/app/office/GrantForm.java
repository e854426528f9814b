package dauntingledger.app.office;

import dauntingledger.app.ledger.Terms;
import dauntingledger.app.signin.Display;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.StageId;
import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import jakarta.validation.constraints.AssertTrue;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The form of accommodations as it was filled in; texts, because what was typed wrong is shown again.
 *
 * @param factor the factor of every clock: {@code 1.25}, {@code 1,5} or {@code 5/4}
 * @param boxes factors for single clocks by time box, empty where the common one holds
 * @param longer minutes added to each break
 * @param extra minutes of an extra break by block, empty for none
 */
record GrantForm(
        @NotBlank(message = FACTOR_WRONG) @Factor(message = FACTOR_WRONG)
        String factor,

        Map<String, @Factor(message = FACTOR_WRONG) String> boxes,

        @NotBlank(message = MINUTES_WRONG) @Pattern(regexp = MINUTES, message = MINUTES_WRONG)
        String longer,

        Map<String, @Pattern(regexp = MINUTES, message = MINUTES_WRONG) String> extra,
        Boolean stops,

        @Size(max = MOST_AIDS, message = "office.grant.aids-long")
        String aids,

        String theme,
        String text) {

    private static final String FACTOR_WRONG = "office.grant.factor-wrong";
    private static final String MINUTES_WRONG = "office.grant.minutes-wrong";

    /** Nothing, or whole minutes up to four hours. */
    private static final String MINUTES = "\\s*([0-9]{1,2}|[01][0-9]{2}|2[0-3][0-9]|240)?\\s*";

    private static final int MOST_AIDS = 2_000;

    static final List<String> THEMES = withNone(Display.THEMES);
    static final List<String> SIZES = withNone(Display.SIZES);

    /** A browser leaves out what is not there: a box that is not ticked, a field for a box the paper has not. */
    GrantForm {
        factor = factor == null ? "1" : factor;
        boxes = boxes == null ? Map.of() : boxes;
        longer = longer == null ? "0" : longer;
        extra = extra == null ? Map.of() : extra;
        stops = Boolean.TRUE.equals(stops);
        aids = aids == null ? "" : aids;
        theme = theme == null ? "" : theme;
        text = text == null ? "" : text;
    }

    private static List<String> withNone(List<String> choices) {
        return Stream.concat(Stream.of(""), choices.stream()).toList();
    }

    static GrantForm of(Accommodations granted, Terms.Display display) {
        Map<String, String> boxes = new LinkedHashMap<>();
        granted.factors().forEach((box, own) -> boxes.put(box.value(), own.toString()));
        Map<String, String> extra = new LinkedHashMap<>();
        granted.extraBreaks().forEach((stage, length) -> extra.put(stage.value(), String.valueOf(length.toMinutes())));
        return new GrantForm(
                granted.factor().toString(),
                boxes,
                String.valueOf(granted.longerBreaks().toMinutes()),
                extra,
                granted.stopsClocks(),
                String.join("\n", granted.aids()),
                display.theme(),
                display.textSize());
    }

    @AssertTrue(message = "office.grant.display-wrong")
    boolean isDisplayOffered() {
        return THEMES.contains(theme) && SIZES.contains(text);
    }

    /** Returns what is granted by a form without problems. */
    Accommodations accommodations() {
        Map<BoxId, Rational> factors = new LinkedHashMap<>();
        boxes.forEach((box, own) -> {
            if (!own.isBlank()) {
                factors.put(new BoxId(box), factor(own).orElseThrow());
            }
        });
        Map<StageId, Duration> breaks = new LinkedHashMap<>();
        extra.forEach((block, own) -> {
            if (!own.isBlank() && minutes(own) > 0) {
                breaks.put(new StageId(block), Duration.ofMinutes(minutes(own)));
            }
        });
        return new Accommodations(
                factor(factor).orElseThrow(),
                factors,
                Duration.ofMinutes(minutes(longer)),
                breaks,
                stops,
                aids.lines().map(String::strip).filter(line -> !line.isEmpty()).toList());
    }

    Terms.Display display() {
        return new Terms.Display(theme, text);
    }

    private static Optional<Rational> factor(String text) {
        return Numeral.read(text).filter(Accommodations::isFactor);
    }

    private static int minutes(String text) {
        return Integer.parseInt(text.strip());
    }

    /** Nothing, or a factor of a clock. */
    @Constraint(validatedBy = FactorCheck.class)
    @Retention(RetentionPolicy.RUNTIME)
    @Target({ElementType.FIELD, ElementType.TYPE_USE})
    @interface Factor {
        String message();

        Class<?>[] groups() default {};

        Class<? extends Payload>[] payload() default {};
    }

    static final class FactorCheck implements ConstraintValidator<Factor, String> {
        @Override
        public boolean isValid(String text, ConstraintValidatorContext context) {
            return text.isBlank() || factor(text).isPresent();
        }
    }
}
