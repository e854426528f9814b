package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.response.Interaction.Completeness;

/** Which questions a walk goes through. */
public enum Subset {
    ALL {
        @Override
        boolean holds(Completeness completeness, boolean marked) {
            return true;
        }
    },
    MARKED {
        @Override
        boolean holds(Completeness completeness, boolean marked) {
            return marked;
        }
    },
    WITHOUT_FULL_ANSWER {
        @Override
        boolean holds(Completeness completeness, boolean marked) {
            return completeness != Completeness.FULL;
        }
    },
    /** Left blank or not opened. */
    BLANK {
        @Override
        boolean holds(Completeness completeness, boolean marked) {
            return completeness == Completeness.BLANK;
        }
    },
    PART {
        @Override
        boolean holds(Completeness completeness, boolean marked) {
            return completeness == Completeness.PART;
        }
    },
    /** Those that the candidate has named, for instance by a filter. */
    CHOSEN {
        @Override
        boolean holds(Completeness completeness, boolean marked) {
            return true;
        }
    };

    abstract boolean holds(Completeness completeness, boolean marked);
}
