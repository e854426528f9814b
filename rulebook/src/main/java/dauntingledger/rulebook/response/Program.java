package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.program.Starter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A program that is run. A response is the name of its language, a newline, and the text.
 *
 * @param starters what the editor holds at first, one for each language that is offered, the first being chosen at first
 * @param maxLength the most characters of a program; 1 to {@value #MOST}
 * @param examples how many cases candidates see; what they are stands in the question alone
 * @param needsExample whether it is a full answer only once an example has passed
 */
public record Program(
        ResponseId response,
        List<Starter> starters,
        int maxLength,
        Limits limits,
        Comparison comparison,
        int examples,
        boolean needsExample)
        implements Interaction {

    public static final int MOST = 40_000;

    public Program {
        requireNonNull(response, "response");
        requireNonNull(limits, "limits");
        requireNonNull(comparison, "comparison");
        starters = List.copyOf(starters);
    }

    /** Returns the program that is given in answer; empty where none is. */
    public static Optional<Source> source(Value given) {
        return given.elements().stream().findFirst().flatMap(Source::read);
    }

    /** Returns what the editor holds at first in {@code language}; empty if that is not offered. */
    public Optional<Starter> starter(Language language) {
        return starters.stream().filter(one -> one.language() == language).findFirst();
    }

    @Override
    public Value blank() {
        return Value.typed("");
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        String written = elements.isEmpty() ? "" : elements.getFirst();
        return written.isEmpty() ? Optional.empty() : misfit(Source.read(written));
    }

    private Optional<Misfit> misfit(Optional<Source> program) {
        Optional<Starter> starter = program.flatMap(one -> starter(one.language()));
        if (program.isEmpty() || starter.isEmpty()) {
            return Optional.of(Misfit.OTHER_LANGUAGE);
        }
        String text = program.get().text();
        return text.length() > maxLength
                ? Optional.of(Misfit.TOO_LONG)
                : starter.get().isKeptBy(text) ? Optional.empty() : Optional.of(Misfit.FIXED_TEXT_LOST);
    }

    @Override
    public Completeness completeness(Value value) {
        Source program = source(value).orElseThrow();
        return program.text().isBlank() || isAsAtFirst(program) ? Completeness.BLANK : Completeness.FULL;
    }

    /** Returns whether nothing but blanks was added to what the editor held at first. */
    public boolean isAsAtFirst(Source program) {
        return starter(program.language())
                .filter(starter -> starter.text().strip().equals(program.text().strip()))
                .isPresent();
    }

    /** Returns language and lines: {@code py 24}. */
    @Override
    public String label(Value value) {
        return source(value)
                .map(program -> program.language().brief() + " " + program.lines())
                .orElse("");
    }

    @Override
    public Task task() {
        return starters.size() > 1 ? Task.of("program.languages") : Task.of("program");
    }

    @Override
    public List<String> example() {
        Starter starter = starters.getFirst();
        return List.of(new Source(starter.language(), starter.begun()).written());
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>(limits.findings());
        if (starters.isEmpty()
                || starters.stream().map(Starter::language).distinct().count() < starters.size()) {
            findings.add("it must offer at least one language, and each once");
        }
        if (maxLength < 1 || maxLength > MOST) {
            findings.add("the program must take 1 to " + MOST + " characters, but takes " + maxLength);
        }
        if (starters.stream().anyMatch(starter -> starter.text().length() > maxLength)) {
            findings.add("the starter text is longer than the " + maxLength + " characters that a program may have");
        }
        if (needsExample && examples == 0) {
            findings.add("an answer needs an example that passes, but no case is shown");
        }
        return findings;
    }
}
