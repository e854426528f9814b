package dauntingledger.app.papers;

import dauntingledger.rulebook.paper.ChoiceId;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.ResponseId;
import dauntingledger.rulebook.paper.StageId;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A paper in one language, with the words and figures that candidates read. All HTML in it is well formed and made of
 * allowed elements and attributes only; it holds no script, style, link or reference to elsewhere.
 *
 * @param language the BCP 47 tag of the language
 * @param about what is said of the paper before and after it is sat
 * @param pages the pages of notices and instructions, by stage
 * @param items the questions, by item
 * @param exhibits the documents beside the questions
 */
public record PaperText(
        String language,
        Paper paper,
        About about,
        Map<StageId, List<Page>> pages,
        Map<ItemId, ItemText> items,
        Map<ExhibitId, ExhibitText> exhibits) {

    public PaperText {
        pages = Map.copyOf(pages);
        items = Map.copyOf(items);
        exhibits = Map.copyOf(exhibits);
    }

    /**
     * What is said of a paper before and after it is sat.
     *
     * @param brings what may be brought into the room, each in a few words
     * @param shufflesKeypad whether the keys of the keypad for the code change places each time
     * @param exit what the organiser says after the hand-in, as HTML; empty for nothing
     */
    public record About(Purpose purpose, List<String> brings, boolean shufflesKeypad, String exit) {
        public About {
            brings = List.copyOf(brings);
        }
    }

    /** What a paper is sat for. */
    public enum Purpose {
        OFFICIAL,
        /** For oneself: begun whenever one likes, and as often. */
        PRACTICE,
        /** To get to know the room; nothing counts. */
        TRY_OUT
    }

    /**
     * A page to read.
     *
     * @param audio the path of a sound file in the package in which this page is read out
     */
    public record Page(String title, String html, Optional<String> audio) {}

    /**
     * A question as it is read.
     *
     * @param firstWords the beginning of the question as plain text
     */
    public record ItemText(String firstWords, List<Part> parts) {
        public ItemText {
            parts = List.copyOf(parts);
        }
    }

    /** What an exhibit says. */
    public sealed interface ExhibitText {

        /** Text, tables or a drawing, as HTML. */
        record Html(String html) implements ExhibitText {}

        /** A file of the package that is sent as it is. */
        record File(String path) implements ExhibitText {}
    }

    /** A piece of a question, from top to bottom. */
    public sealed interface Part {

        /** Running text with figures; boxes for numbers are {@code input} elements named by {@code data-response}. */
        record Html(String html) implements Part {}

        /**
         * What this question and others are about.
         *
         * @param id the same wherever it stands
         */
        record Stimulus(String id, String title, String html) implements Part {}

        /** The options of a choice. */
        record Options(ResponseId response, boolean single, int least, int most, List<Option> options) implements Part {
            public Options {
                options = List.copyOf(options);
            }
        }
    }

    /** An option of a choice. */
    public record Option(ChoiceId choice, String letter, String html) {}
}
