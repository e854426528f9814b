package dauntingledger.rulebook.program;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What the editor holds before anything is written, in one language.
 *
 * @param stretches the text in its order; no two that are fixed follow each other
 */
public record Starter(Language language, List<Stretch> stretches) {

    public Starter {
        requireNonNull(language, "language");
        stretches = List.copyOf(stretches);
        for (int i = 1; i < stretches.size(); i++) {
            if (stretches.get(i).fixed() && stretches.get(i - 1).fixed()) {
                throw new IllegalArgumentException("two fixed stretches that follow each other are one");
            }
        }
    }

    /**
     * A piece of the text.
     *
     * @param fixed whether every program keeps it as it is
     */
    public record Stretch(String text, boolean fixed) {
        public Stretch {
            if (text.isEmpty()) {
                throw new IllegalArgumentException("a stretch has text");
            }
        }
    }

    /** A place in a program, in UTF-16 code units; half-open. */
    public record Place(int from, int to) {}

    public String text() {
        return stretches.stream().map(Stretch::text).collect(Collectors.joining());
    }

    /** Returns the least that can be made of it: a statement that does nothing, where something may be written. */
    public String begun() {
        String more = language.idle() + "\n";
        StringBuilder begun = new StringBuilder();
        boolean added = false;
        for (int i = 0; i < stretches.size(); i++) {
            begun.append(stretches.get(i).text());
            if (!added && (!stretches.get(i).fixed() || i == stretches.size() - 1)) {
                begun.append(more);
                added = true;
            }
        }
        return added ? begun.toString() : more;
    }

    /** Returns whether {@code program} keeps every fixed stretch. */
    public boolean isKeptBy(String program) {
        return places(program).isPresent();
    }

    /**
     * Returns where the fixed stretches stand in {@code program}, in their order: the first at its beginning and the last at
     * its end where they stand so here, every other as early as it can. After one that is all there is, anything may be
     * written. Empty if one of them is not there.
     */
    public Optional<List<Place>> places(String program) {
        List<Place> places = new ArrayList<>();
        int at = 0;
        for (int i = 0; i < stretches.size(); i++) {
            Stretch stretch = stretches.get(i);
            if (stretch.fixed()) {
                boolean last = i > 0 && i == stretches.size() - 1;
                int from = last ? program.length() - stretch.text().length() : program.indexOf(stretch.text(), at);
                boolean there = from >= at && program.startsWith(stretch.text(), from) && (i > 0 || from == 0);
                if (!there) {
                    return Optional.empty();
                }
                at = from + stretch.text().length();
                places.add(new Place(from, at));
            }
        }
        return Optional.of(List.copyOf(places));
    }
}
