package dauntingledger.rulebook.similarity;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Program;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** What answers are written in that are compared with each other. */
public enum Written {
    SENTENCES {
        @Override
        public Fingerprints prints(String text) {
            return Fingerprints.of(text);
        }
    },
    /** Each as its response holds it. */
    PROGRAM {
        @Override
        public Fingerprints prints(String text) {
            return Fingerprints.ofProgram(text);
        }
    };

    public abstract Fingerprints prints(String text);

    /** Returns what an item is answered in, a program before sentences; empty where nothing is written. */
    public static Optional<Written> of(Item item) {
        return item.interactions().stream()
                .flatMap(interaction -> of(interaction).stream())
                .max(Comparator.naturalOrder());
    }

    /** Returns what a response is written in; empty where nothing is written. */
    public static Optional<Written> of(Interaction interaction) {
        return switch (interaction) {
            case ExtendedText text -> Optional.of(SENTENCES);
            case Program program -> Optional.of(PROGRAM);
            default -> Optional.empty();
        };
    }

    /**
     * Returns what everybody had before they wrote: what the question says, or what the editor held at first.
     *
     * @param question as it is read
     */
    public static List<String> before(Item item, String question) {
        List<String> starters = item.interactions().stream()
                .filter(Program.class::isInstance)
                .flatMap(interaction -> ((Program) interaction).starters().stream())
                .map(starter -> new Source(starter.language(), starter.text()).written())
                .toList();
        return starters.isEmpty() ? List.of(question) : starters;
    }
}
