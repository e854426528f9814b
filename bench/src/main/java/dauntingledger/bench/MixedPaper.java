package dauntingledger.bench;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Value;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A package with one section of questions of every kind: those of the licence examination, over and over. */
final class MixedPaper {

    private static final String FOLDER = "/demo/papers/pilot-licence/";
    private static final Pattern ITEM =
            Pattern.compile("<qti-assessment-item-ref identifier=\"([^\"]+)\" href=\"([^\"]+)\"");
    private static final Pattern FILE = Pattern.compile("(?:src|data|href)=\"([^\":]+)\"");
    private static final Pattern CORRECT = Pattern.compile(
            "<qti-response-declaration identifier=\"([^\"]+)\".*?</qti-response-declaration>", Pattern.DOTALL);
    private static final Pattern VALUE = Pattern.compile("<qti-value>([^<]*)</qti-value>");

    private final List<String> names = new ArrayList<>();
    private final List<String> items = new ArrayList<>();

    MixedPaper() throws IOException {
        Matcher refs = ITEM.matcher(text("test.xml"));
        while (refs.find()) {
            names.add(refs.group(1));
            items.add(text(refs.group(2)));
        }
    }

    byte[] zip(String id, int questions) throws IOException {
        BenchPackage paper = new BenchPackage();
        Set<String> beside = new LinkedHashSet<>();
        for (int i = 0; i < questions; i++) {
            String item = items.get(i % items.size());
            paper.item(name(i), item);
            FILE.matcher(item)
                    .results()
                    .map(file -> Path.of("items", file.group(1)).normalize().toString())
                    .forEach(beside::add);
        }
        for (String path : beside) {
            paper.file(path, bytes(path));
        }
        return paper.zip(id, "Questions of every kind", "");
    }

    /** Returns the correct response to an interaction, where the item names one that is given in its shape. */
    Optional<Value> correct(Item item, Interaction interaction) {
        String source = items.get(names.indexOf(item.id().value().replaceFirst("-[0-9]+$", "")));
        return CORRECT.matcher(source)
                .results()
                .filter(declaration ->
                        declaration.group(1).equals(interaction.response().value()))
                .map(declaration -> interaction
                        .blank()
                        .with(VALUE.matcher(declaration.group())
                                .results()
                                .map(value -> value.group(1))
                                .toList()))
                .filter(value -> !value.elements().isEmpty())
                .filter(value -> interaction.misfit(value.elements()).isEmpty())
                .findFirst();
    }

    private String name(int number) {
        return names.get(number % names.size()) + "-" + number;
    }

    private static String text(String path) throws IOException {
        return new String(bytes(path), StandardCharsets.UTF_8);
    }

    private static byte[] bytes(String path) throws IOException {
        try (InputStream in = requireNonNull(MixedPaper.class.getResourceAsStream(FOLDER + path), path)) {
            return in.readAllBytes();
        }
    }
}
