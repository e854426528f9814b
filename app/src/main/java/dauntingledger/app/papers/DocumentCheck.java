package dauntingledger.app.papers;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * Looks over the documents of a package for what no reader of a part of them would miss: identifiers that are used twice,
 * references that lead elsewhere, numbers out of their range.
 */
final class DocumentCheck {

    /** Elements of which no two in a document have the same identifier. */
    private static final Set<String> UNIQUE_IN_DOCUMENT = Set.of(
            "qti-test-part",
            "qti-assessment-section",
            "qti-assessment-item-ref",
            "qti-response-declaration",
            "qti-outcome-declaration",
            "resource");

    /** Elements of which no two that stand in the same element have the same identifier. */
    private static final Set<String> UNIQUE_BESIDE = Set.of(
            "qti-weight",
            "qti-simple-choice",
            "qti-inline-choice",
            "qti-simple-associable-choice",
            "qti-hotspot-choice",
            "qti-gap-text",
            "qti-gap-img");

    private static final Set<String> LEADS_ELSEWHERE = Set.of("qti-assessment-section-ref", "include");

    /** Attributes that are whole numbers from 0 up. */
    private static final Set<String> COUNTS = Set.of(
            "max-choices",
            "min-choices",
            "max-associations",
            "min-associations",
            "match-max",
            "match-min",
            "max-plays",
            "min-plays",
            "max-attempts",
            "select",
            "expected-length",
            "expected-lines",
            "max-strings",
            "min-strings");

    private static final Set<String> SPANS = Set.of("max-time", "min-time");
    private static final int MOST_COUNT = 100_000;
    private static final long LONGEST_SECONDS = 86_400;
    private static final int MOST_DIGITS = 40;

    /** An element by its kind and its identifier. */
    private record Named(String kind, String id) {}

    private final Problems problems;
    private final Map<String, String> items = new HashMap<>();

    DocumentCheck(Problems problems) {
        this.problems = problems;
    }

    void look(XmlElement document) {
        look(document, new HashSet<>());
        if (document.name().equals("qti-assessment-item")) {
            requireOneItem(document);
        }
    }

    /** @param inDocument what has been named in the document before */
    private void look(XmlElement element, Set<Named> inDocument) {
        if (LEADS_ELSEWHERE.contains(element.name())) {
            problems.add(
                    element, "'" + element.name() + "' is not supported; what it stands for must be in this document");
        }
        element.attributes().forEach((name, value) -> {
            if (COUNTS.contains(name)) {
                requireWhole(element, name, value, "", MOST_COUNT);
            } else if (SPANS.contains(name)) {
                requireWhole(element, name, value, " of seconds", LONGEST_SECONDS);
            }
        });
        Set<Named> beside = new HashSet<>();
        element.elements().forEach(inner -> {
            if (UNIQUE_IN_DOCUMENT.contains(inner.name())) {
                requireNew(inner, inDocument);
            } else if (UNIQUE_BESIDE.contains(inner.name())) {
                requireNew(inner, beside);
            }
            look(inner, inDocument);
        });
    }

    private void requireNew(XmlElement element, Set<Named> before) {
        element.attribute("identifier")
                .filter(id -> !before.add(new Named(element.name(), id)))
                .ifPresent(id -> problems.add(
                        element, "the identifier '" + id + "' is used by two of '" + element.name() + "'"));
    }

    /** Two files that call themselves by one name are two items that cannot be told apart. */
    private void requireOneItem(XmlElement item) {
        String id = item.attribute("identifier").orElse("");
        String before = items.putIfAbsent(id, item.file());
        if (before != null && !before.equals(item.file())) {
            problems.add(item, "the identifier '" + id + "' is that of the item in " + before + " already");
        }
    }

    private void requireWhole(XmlElement element, String name, String value, String whatItCounts, long most) {
        boolean fits;
        try {
            BigDecimal number = value.length() <= MOST_DIGITS ? new BigDecimal(value.strip()) : BigDecimal.valueOf(-1);
            fits = number.signum() >= 0
                    && number.compareTo(BigDecimal.valueOf(most)) <= 0
                    && number.stripTrailingZeros().scale() <= 0;
        } catch (NumberFormatException e) {
            fits = false;
        }
        if (!fits) {
            problems.add(
                    element,
                    name + " must be a whole number" + whatItCounts + " from 0 to " + most + ", but is '" + value
                            + "'");
        }
    }
}
