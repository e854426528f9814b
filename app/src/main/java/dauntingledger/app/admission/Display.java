package dauntingledger.app.admission;

import java.util.Map;
import java.util.Set;

/** What can be chosen about the look of the pages, and what may be kept of it. */
final class Display {

    private static final Set<String> ON_OFF = Set.of("on", "off");
    private static final Map<String, Set<String>> CHOICES = Map.of(
            "theme", Set.of("light", "dark", "contrast-light", "contrast-dark"),
            "tint", Set.of("none", "cream", "rose", "mint", "sky"),
            "text", Set.of("100", "125", "150", "175", "200"),
            "width", Set.of("narrow", "usual", "wide"),
            "spacing", Set.of("usual", "wide"),
            "motion", Set.of("full", "reduced"),
            "entries", Set.of("shown", "hidden"),
            "keys", ON_OFF);

    private Display() {}

    /** Returns whether every name is one that can be chosen, with a value that it has. */
    static boolean isKnown(Map<String, String> chosen) {
        return chosen.entrySet().stream()
                .allMatch(choice ->
                        CHOICES.getOrDefault(choice.getKey(), Set.of()).contains(choice.getValue()));
    }
}
