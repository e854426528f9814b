package dauntingledger.app.papers;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Pairing;
import dauntingledger.rulebook.response.ResponseId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jsoup.Jsoup;

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

    /** Returns the number of a question as text; empty for no question, which is the whole. */
    public String number(String item) {
        return item.isEmpty() ? "" : String.valueOf(paper.numbers().getOrDefault(new ItemId(item), 0));
    }

    /** Returns what a question says, without what is answered in it, as HTML. */
    public List<String> prose(ItemId item) {
        return parts(item, Part.Html.class).map(Part.Html::html).toList();
    }

    /** Returns all that is read at a question, what it is about too, as plain text without its options. */
    public String plain(ItemId item) {
        Stream<String> about = Optional.ofNullable(items.get(item)).stream()
                .flatMap(text -> text.stimuli().stream())
                .map(Stimulus::html);
        return Stream.concat(about, prose(item).stream())
                .map(html -> Jsoup.parseBodyFragment(html).text())
                .collect(Collectors.joining("\n"));
    }

    /** Returns the options of all choices of a question, with their letters as the paper has them. */
    public List<Option> options(ItemId item) {
        return parts(item, Part.Options.class)
                .flatMap(part -> part.options().stream())
                .toList();
    }

    private <P extends Part> Stream<P> parts(ItemId item, Class<P> kind) {
        return Optional.ofNullable(items.get(item)).stream()
                .flatMap(text -> text.parts().stream())
                .filter(kind::isInstance)
                .map(kind::cast);
    }

    /**
     * What is said of a paper before and after it is sat.
     *
     * @param brings what may be brought into the room, each in a few words
     * @param shufflesKeypad whether the keys of the keypad for the code change places each time
     * @param explains whether candidates are shown how their marks came about, which gives the key away
     * @param exit what the organiser says after the hand-in, as HTML; empty for nothing
     */
    public record About(Purpose purpose, List<String> brings, boolean shufflesKeypad, boolean explains, String exit) {
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
     * @param stimuli what this question and others are about, to be read beside it
     * @param media the pictures, sounds and films in it, by the numbers that its parts name
     */
    public record ItemText(String firstWords, List<Stimulus> stimuli, List<Part> parts, List<Papers.Medium> media) {
        public ItemText {
            stimuli = List.copyOf(stimuli);
            parts = List.copyOf(parts);
            media = List.copyOf(media);
        }

        /** Returns this question as one candidate reads it, whose {@code item} has its options in their order. */
        public ItemText of(Item item) {
            return new ItemText(
                    firstWords,
                    stimuli,
                    parts.stream().map(part -> ordered(part, item)).toList(),
                    media);
        }

        private static Part ordered(Part part, Item item) {
            return switch (part) {
                case Part.Options options ->
                    new Part.Options(
                            options.response(),
                            options.single(),
                            options.expected(),
                            ordered(options.options(), item, options.response()));
                case Part.Sequence sequence ->
                    new Part.Sequence(sequence.response(), ordered(sequence.options(), item, sequence.response()));
                case Part.Pairs pairs -> {
                    List<Option> ones = ordered(pairs.ones(), item, pairs.response());
                    yield new Part.Pairs(
                            pairs.response(),
                            pairs.form(),
                            ones,
                            pairs.form() == Pairing.Form.ASSOCIATE ? ones : pairs.others(),
                            pairs.html(),
                            pairs.areas(),
                            pairs.width(),
                            pairs.height());
                }
                default -> part;
            };
        }

        /** Returns options in the order that an interaction has them, lettered anew. */
        private static List<Option> ordered(List<Option> options, Item item, ResponseId response) {
            List<ChoiceId> order = item.interaction(response).orElseThrow().options();
            List<Option> ordered = new ArrayList<>();
            for (ChoiceId choice : order) {
                options.stream()
                        .filter(option -> option.choice().equals(choice))
                        .forEach(option ->
                                ordered.add(new Option(choice, Choice.letter(ordered.size()), option.html())));
            }
            return ordered;
        }
    }

    /**
     * A text that several questions are about.
     *
     * @param id the same wherever it stands
     */
    public record Stimulus(String id, String title, String html) {}

    /** What an exhibit says. */
    public sealed interface ExhibitText {

        /** Text, tables or a drawing, as HTML. */
        record Html(String html) implements ExhibitText {}

        /** A file of the package that is sent as it is. */
        record File(Papers.Medium medium) implements ExhibitText {}
    }

    /** A piece of a question, from top to bottom. */
    public sealed interface Part {

        /** Returns the name of the template fragment that shows this kind of part, in {@code fragments/parts}. */
        default String fragment() {
            return getClass().getSimpleName().toLowerCase(Locale.ROOT);
        }

        /**
         * Running text with figures. What takes a response in it is named by {@code data-response}: boxes are {@code
         * input}, gaps with options {@code select}, words to choose {@code span} elements.
         */
        record Html(String html) implements Part {}

        /** The options of a choice in a list. */
        record Options(ResponseId response, boolean single, int expected, List<Option> options) implements Part {
            public Options {
                options = List.copyOf(options);
            }
        }

        /** A field for a text of sentences. */
        record Essay(ResponseId response, boolean simple, int leastWords, int mostWords, int maxLength)
                implements Part {}

        /**
         * A field for a program.
         *
         * @param asked what is asked for; it knows nothing of the cases that are hidden
         * @param examples the cases that are shown
         * @param judgedByMore whether there are cases that candidates do not see
         */
        record Program(dauntingledger.rulebook.response.Program asked, List<Case> examples, boolean judgedByMore)
                implements Part {
            public Program {
                examples = List.copyOf(examples);
            }

            public ResponseId response() {
                return asked.response();
            }

            /** Returns the languages as the script names them, with spaces between. */
            public String languages() {
                return asked.starters().stream()
                        .map(starter -> starter.language().word())
                        .collect(Collectors.joining(" "));
            }

            /** Returns what the editor holds at first in the language that is chosen at first. */
            public String firstStarter() {
                return asked.starters().getFirst().text();
            }

            /** Returns how far apart numbers may be, as people read it. */
            public String tolerance() {
                return Numeral.write(asked.comparison().tolerance());
            }

            /** Returns what the editor holds at first, by language, for the script. */
            public String startersJson() {
                Map<String, Object> texts = new LinkedHashMap<>();
                asked.starters().forEach(starter -> texts.put(starter.language().word(), starter.text()));
                return CanonicalJson.write(texts);
            }

            /** Returns the examples for the script. */
            public String examplesJson() {
                return CanonicalJson.write(examples.stream()
                        .map(example ->
                                Map.of("call", example.call(), "input", example.input(), "output", example.output()))
                        .toList());
            }

            /** Returns the limits for the script: milliseconds, mebibytes, kibibytes. */
            public String limitsJson() {
                return CanonicalJson.write(Map.of(
                        "time", asked.limits().time().toMillis(),
                        "memoryMb", (long) asked.limits().memoryMb(),
                        "outputKb", (long) asked.limits().outputKb()));
            }
        }

        /** Options to be put in order. */
        record Sequence(ResponseId response, List<Option> options) implements Part {
            public Sequence {
                options = List.copyOf(options);
            }
        }

        /**
         * Options to be brought together with others.
         *
         * @param html the text with the gaps, or the picture with the places; empty for the other forms
         */
        record Pairs(
                ResponseId response,
                Pairing.Form form,
                List<Option> ones,
                List<Option> others,
                String html,
                List<Area> areas,
                int width,
                int height)
                implements Part {
            public Pairs {
                ones = List.copyOf(ones);
                others = List.copyOf(others);
                areas = List.copyOf(areas);
            }
        }

        /**
         * A picture that is answered on: areas to choose or to put in order, places to point at.
         *
         * @param html the picture
         * @param width of the picture, in the pixels of its areas and places
         * @param card what is laid on the picture, as HTML; empty for a plain cross
         */
        record Picture(
                ResponseId response,
                Way way,
                boolean single,
                String html,
                int width,
                int height,
                List<Area> areas,
                String card)
                implements Part {
            public Picture {
                areas = List.copyOf(areas);
            }

            /** How a picture is answered on. */
            public enum Way {
                CHOOSE,
                ORDER,
                POINT
            }
        }

        /**
         * A sound or a film.
         *
         * @param medium its name among the media of the question
         * @param limited whether the number of its plays is limited
         * @param transcript what is said in it, as HTML, where the author gives it
         */
        record Playing(ResponseId response, String medium, boolean film, boolean limited, String transcript)
                implements Part {}

        /**
         * The answer is given in the printed booklet.
         *
         * @param title what it is called there; may be empty
         * @param lines the ruled lines it has there; 0 for an empty field to draw in
         */
        record Booklet(ResponseId response, String title, int lines) implements Part {}

        /** A table with cells to fill. */
        record Fields(ResponseId response, List<List<Field>> rows) implements Part {
            public Fields {
                rows = rows.stream().map(List::copyOf).toList();
            }
        }

        /**
         * A ruled line for symbols.
         *
         * @param symbols what can be placed on it; their HTML is a word or a small drawing
         */
        record Ruled(ResponseId response, String unit, List<Option> symbols) implements Part {
            public Ruled {
                symbols = List.copyOf(symbols);
            }
        }

        /**
         * A chart to draw on.
         *
         * @param width in the chart's unit of length
         * @param marks places that what is drawn snaps to
         */
        record Chart(ResponseId response, String html, int width, int height, String unit, List<Mark> marks)
                implements Part {
            public Chart {
                marks = List.copyOf(marks);
            }
        }
    }

    /** An option of a choice; its letter is that of its place. */
    public record Option(ChoiceId choice, String letter, String html) {}

    /**
     * A part of a picture.
     *
     * @param shape {@code circle}, {@code rect}, {@code poly} or {@code default}
     * @param coords whole numbers with commas between them
     * @param label what it is called, where the author says so
     */
    public record Area(ChoiceId choice, String letter, String shape, String coords, String label) {}

    /**
     * A cell of a table to fill.
     *
     * @param kind what it is
     * @param text what stands in it, where something does
     * @param length the most characters it takes, if it is to be filled
     */
    public record Field(Kind kind, String id, String text, boolean number, int length) {

        /** What a cell is. */
        public enum Kind {
            HEAD,
            GIVEN,
            FILL,
            SUM
        }
    }

    /** A place on a chart that has a name. */
    public record Mark(String name, String x, String y) {}
}
