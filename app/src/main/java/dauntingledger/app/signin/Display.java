package dauntingledger.app.signin;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What can be chosen about the look of the pages. */
public final class Display {

    public static final List<String> THEMES = List.of("light", "dark", "contrast-light", "contrast-dark");

    /** Sizes of the text in per cent of the usual. */
    public static final List<String> SIZES = List.of("100", "125", "150", "175", "200");

    /** Every choice with its values, in the order in which they are offered. */
    static final Map<String, List<String>> CHOICES = choices();

    private Display() {}

    private static Map<String, List<String>> choices() {
        Map<String, List<String>> choices = new LinkedHashMap<>();
        choices.put("theme", THEMES);
        choices.put("tint", List.of("none", "cream", "rose", "mint", "sky"));
        choices.put("text", SIZES);
        choices.put("width", List.of("narrow", "usual", "wide"));
        choices.put("spacing", List.of("usual", "wide"));
        choices.put("motion", List.of("full", "reduced"));
        choices.put("entries", List.of("shown", "hidden"));
        choices.put("keys", List.of("on", "off"));
        return Collections.unmodifiableMap(choices);
    }

    /** Returns whether every name is one that can be chosen, with a value that it has. */
    static boolean isKnown(Map<String, String> chosen) {
        return chosen.entrySet().stream()
                .allMatch(choice ->
                        CHOICES.getOrDefault(choice.getKey(), List.of()).contains(choice.getValue()));
    }
}
