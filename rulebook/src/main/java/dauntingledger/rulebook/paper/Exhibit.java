package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

/**
 * A document to consult. What it says stands elsewhere; a paper only knows that it is there.
 *
 * @param scope to which questions it belongs
 */
public record Exhibit(ExhibitId id, String title, Kind kind, Scope scope) {

    public Exhibit {
        requireNonNull(id, "id");
        requireNonNull(title, "title");
        requireNonNull(kind, "kind");
        requireNonNull(scope, "scope");
    }

    /** How it is shown. */
    public enum Kind {
        /** A document in pages, in the portable document format of ISO 32000. */
        PDF,
        /** A raster picture. */
        IMAGE,
        /** Text and tables. */
        TABLE,
        /** A drawing that stays sharp. */
        CHART
    }

    /** To which questions an exhibit belongs. */
    public sealed interface Scope {
        boolean holds(Section section, ItemSet set, Item item);
    }

    /** Every question of the exam. */
    public record WholeExam() implements Scope {
        @Override
        public boolean holds(Section section, ItemSet set, Item item) {
            return true;
        }
    }

    public record OfSection(SectionId section) implements Scope {
        public OfSection {
            requireNonNull(section, "section");
        }

        @Override
        public boolean holds(Section of, ItemSet set, Item item) {
            return of.id().equals(section);
        }
    }

    public record OfSet(ItemSetId set) implements Scope {
        public OfSet {
            requireNonNull(set, "set");
        }

        @Override
        public boolean holds(Section section, ItemSet of, Item item) {
            return of.id().equals(set);
        }
    }

    public record OfItem(ItemId item) implements Scope {
        public OfItem {
            requireNonNull(item, "item");
        }

        @Override
        public boolean holds(Section section, ItemSet set, Item of) {
            return of.id().equals(item);
        }
    }
}
