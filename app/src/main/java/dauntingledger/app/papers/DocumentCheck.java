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

    private static final String ANY_ITEM = "item";

    /** Elements of which no two in a document, or in the element given, have the same identifier. */
    private static final Map<String, String> UNIQUE_IN = Map.ofEntries(
            Map.entry("qti-test-part", ""),
            Map.entry("qti-assessment-section", ""),
            Map.entry("qti-assessment-item-ref", ""),
            Map.entry("qti-response-declaration", ""),
            Map.entry("qti-outcome-declaration", ""),
            Map.entry("resource", ""),
            Map.entry("qti-weight", "parent"),
            Map.entry("qti-simple-choice", "parent"),
            Map.entry("qti-inline-choice", "parent"),
            Map.entry("qti-simple-associable-choice", "parent"),
            Map.entry("qti-hotspot-choice", "parent"),
            Map.entry("qti-gap-text", "parent"),
            Map.entry("qti-gap-img", "parent"));

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

    private final Problems problems;
    private final Map<String, String> items = new HashMap<>();

    DocumentCheck(Problems problems) {
        this.problems = problems;
    }

    void look(XmlElement document) {
        Map<String, Set<String>> seen = new HashMap<>();
        look(document, document, seen);
        if (document.name().equals("qti-assessment-item")) {
            requireOneItem(document);
        }
    }

    private void look(XmlElement element, XmlElement parent, Map<String, Set<String>> seen) {
        String scope = UNIQUE_IN.get(element.name());
        if (scope != null) {
            String key = element.name() + (scope.isEmpty() ? "" : "@" + System.identityHashCode(parent));
            element.attribute("identifier")
                    .filter(id ->
                            !seen.computeIfAbsent(key, any -> new HashSet<>()).add(id))
                    .ifPresent(id -> problems.add(
                            element, "the identifier '" + id + "' is used by two of '" + element.name() + "'"));
        }
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
        element.elements().forEach(inner -> look(inner, element, seen));
    }

    /** Two files that call themselves by one name are two items that cannot be told apart. */
    private void requireOneItem(XmlElement item) {
        String id = item.attribute("identifier").orElse("");
        String before = items.putIfAbsent(ANY_ITEM + " " + id, item.file());
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
