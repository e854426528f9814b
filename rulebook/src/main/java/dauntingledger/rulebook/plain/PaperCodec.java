package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.Languages;
import dauntingledger.rulebook.paper.LateAcceptance;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Selection;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Papers as plain values. The key is no part of them. Spans are in milliseconds, marks are exact numbers as text. */
public final class PaperCodec {

    private PaperCodec() {}

    public static Map<String, Object> toPlain(Paper paper) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("id", paper.id().value());
        plain.put("version", paper.version());
        plain.put("title", paper.title());
        plain.put("route", map(paper.route(), PaperCodec::stage));
        plain.put("boxes", map(paper.boxes(), PaperCodec::box));
        plain.put("lateAcceptance", paper.lateAcceptance().carried().toMillis());
        plain.put("datingGrace", paper.lateAcceptance().grace().toMillis());
        plain.put("scoreRelease", PlainNames.name(paper.scoreRelease()));
        plain.put("languages", paper.languages().tags());
        plain.put("switching", paper.languages().switching());
        plain.put("conduct", ConductCodec.conduct(paper.conduct()));
        return plain;
    }

    /**
     * Reads a paper.
     *
     * @throws MalformedDataException if a member is missing or wrong
     * @throws dauntingledger.rulebook.paper.MalformedPaperException if the paper is not well formed
     */
    public static Paper fromPlain(@Nullable Object plain) {
        Members from = Members.of(plain);
        return new Paper(
                from.read("id", PaperId::new),
                from.count("version"),
                from.text("title"),
                from.list("route", PaperCodec::stage),
                from.list("boxes", PaperCodec::box),
                new LateAcceptance(from.millis("lateAcceptance"), from.millis("datingGrace")),
                PlainNames.read(from, "scoreRelease", Paper.ScoreRelease.values()),
                new Languages(from.texts("languages"), from.truth("switching")),
                ConductCodec.conduct(from.object("conduct")));
    }

    private static Map<String, Object> stage(Stage stage) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("id", stage.id().value());
        plain.put("title", stage.title());
        switch (stage) {
            case Stage.Identity identity -> plain.put("kind", "identity");
            case Stage.Admission admission -> {
                plain.put("kind", "admission");
                plain.put("ways", names(admission.ways()));
                plain.put("tries", admission.tries());
                plain.put("late", PlainNames.name(admission.late()));
            }
            case Stage.StationCheck check -> {
                plain.put("kind", "station-check");
                plain.put("lines", map(check.lines(), PlainNames::name));
            }
            case Stage.Portrait portrait -> plain.put("kind", "portrait");
            case Stage.LanguageChoice choice -> plain.put("kind", "language-choice");
            case Stage.TryOut tryOut -> plain.put("kind", "try-out");
            case Stage.Notice notice -> notice(notice, plain);
            case Stage.Instructions instructions -> {
                plain.put("kind", "instructions");
                instructions.readingTime().ifPresent(time -> plain.put("readingTime", time.toMillis()));
                plain.put("least", instructions.least().toMillis());
                plain.put("clocks", PlainNames.name(instructions.clocks()));
            }
            case Stage.Block block -> {
                plain.put("kind", "block");
                plain.put("sections", map(block.sections(), PaperCodec::section));
                plain.put("review", block.review());
            }
            case Stage.Unopened unopened -> {
                plain.put("kind", "unopened");
                plain.put("questions", unopened.questions());
            }
            case Stage.Break rest -> {
                plain.put("kind", "break");
                plain.put("length", rest.length().toMillis());
                plain.put("least", rest.least().toMillis());
                plain.put("clocks", PlainNames.name(rest.clocks()));
                plain.put("signInAgain", rest.signInAgain());
            }
            case Stage.HandIn handIn -> {
                plain.put("kind", "hand-in");
                plain.put("within", handIn.within().toMillis());
                plain.put("finish", ConductCodec.finish(handIn.finish()));
            }
        }
        return plain;
    }

    private static void notice(Stage.Notice notice, Map<String, Object> plain) {
        plain.put("kind", "notice");
        plain.put("version", notice.version());
        plain.put("textDigests", notice.textDigests().stream().sorted().toList());
        notice.limit().ifPresent(limit -> plain.put("limit", limit.toMillis()));
        plain.put("confirmation", PlainNames.name(notice.confirmation().how()));
        plain.put("statements", notice.confirmation().statements());
        plain.put("consentToCamera", notice.consentToCamera());
        plain.put("keepsAppointment", notice.keepsAppointment());
    }

    private static List<String> names(Set<? extends Enum<?>> constants) {
        return constants.stream().map(PlainNames::name).sorted().toList();
    }

    private static Stage stage(Members from) {
        StageId id = from.read("id", StageId::new);
        String title = from.text("title");
        String kind = from.text("kind");
        return switch (kind) {
            case "identity" -> new Stage.Identity(id, title);
            case "admission" ->
                new Stage.Admission(
                        id,
                        title,
                        Set.copyOf(PlainNames.readAll(from, "ways", Stage.Admission.Way.values())),
                        from.count("tries"),
                        PlainNames.read(from, "late", Stage.Admission.Late.values()));
            case "station-check" ->
                new Stage.StationCheck(id, title, PlainNames.readAll(from, "lines", StationLine.values()));
            case "portrait" -> new Stage.Portrait(id, title);
            case "language-choice" -> new Stage.LanguageChoice(id, title);
            case "try-out" -> new Stage.TryOut(id, title);
            case "notice" ->
                new Stage.Notice(
                        id,
                        title,
                        from.count("version"),
                        Set.copyOf(from.texts("textDigests")),
                        from.optionalMillis("limit"),
                        new Confirmation(
                                PlainNames.read(from, "confirmation", Confirmation.How.values()),
                                from.texts("statements")),
                        from.truth("consentToCamera"),
                        from.truth("keepsAppointment"));
            case "instructions" ->
                new Stage.Instructions(
                        id,
                        title,
                        from.optionalMillis("readingTime"),
                        from.millis("least"),
                        PlainNames.read(from, "clocks", Clocks.values()));
            case "block" ->
                new Stage.Block(id, title, from.list("sections", PaperCodec::section), from.truth("review"));
            case "unopened" -> new Stage.Unopened(id, title, from.count("questions"));
            case "break" ->
                new Stage.Break(
                        id,
                        title,
                        from.millis("length"),
                        from.millis("least"),
                        PlainNames.read(from, "clocks", Clocks.values()),
                        from.truth("signInAgain"));
            case "hand-in" ->
                new Stage.HandIn(id, title, from.millis("within"), ConductCodec.finish(from.object("finish")));
            default -> throw new MalformedDataException("kind: there is no kind of stage '" + kind + "'");
        };
    }

    private static Map<String, Object> section(Section section) {
        return Map.of(
                "id", section.id().value(),
                "title", section.title(),
                "movement", ConductCodec.movement(section.movement()),
                "sets", map(section.sets(), PaperCodec::set));
    }

    private static Section section(Members from) {
        return new Section(
                from.read("id", SectionId::new),
                from.text("title"),
                ConductCodec.movement(from.object("movement")),
                from.list("sets", PaperCodec::set));
    }

    private static Map<String, Object> set(ItemSet set) {
        return Map.of(
                "id", set.id().value(),
                "title", set.title(),
                "floorAtZero", set.floorAtZero(),
                "stimulus", PlainNames.name(set.stimulus()),
                "selection", selection(set.selection()),
                "items", map(set.items(), PaperCodec::item));
    }

    private static ItemSet set(Members from) {
        return new ItemSet(
                from.read("id", ItemSetId::new),
                from.text("title"),
                from.truth("floorAtZero"),
                PlainNames.read(from, "stimulus", ItemSet.Stimulus.values()),
                selection(from.object("selection")),
                from.list("items", PaperCodec::item));
    }

    private static Map<String, Object> selection(Selection selection) {
        return Map.of(
                "number", selection.number(),
                "required", ids(selection.required()),
                "shuffled", selection.shuffled(),
                "fixed", ids(selection.fixed()));
    }

    private static Selection selection(Members from) {
        return new Selection(
                from.count("number"),
                Set.copyOf(map(from.texts("required"), ItemId::new)),
                from.truth("shuffled"),
                Set.copyOf(map(from.texts("fixed"), ItemId::new)));
    }

    private static List<String> ids(Set<ItemId> items) {
        return items.stream().map(ItemId::value).sorted().toList();
    }

    private static Map<String, Object> item(Item item) {
        return Map.of(
                "id", item.id().value(),
                "interactions", map(item.interactions(), InteractionCodec::toPlain),
                "marks", item.marks().toString(),
                "penalty", item.penalty().toString(),
                "credit", PlainNames.name(item.credit()),
                "entering", ConductCodec.entering(item.entering()));
    }

    private static Item item(Members from) {
        return new Item(
                from.read("id", ItemId::new),
                from.list("interactions", InteractionCodec::fromPlain),
                from.rational("marks"),
                from.rational("penalty"),
                PlainNames.read(from, "credit", Item.Credit.values()),
                ConductCodec.entering(from.object("entering")));
    }

    private static Map<String, Object> box(TimeBox box) {
        return Map.of(
                "id", box.id().value(),
                "title", box.title(),
                "limit", box.limit().toMillis(),
                "first", box.first().value(),
                "last", box.last().value(),
                "warnings", map(box.warnings(), Duration::toMillis));
    }

    private static TimeBox box(Members from) {
        return new TimeBox(
                from.read("id", BoxId::new),
                from.text("title"),
                from.millis("limit"),
                from.read("first", StageId::new),
                from.read("last", StageId::new),
                from.spans("warnings"));
    }

    private static <S, T> List<T> map(List<S> list, Function<S, T> mapper) {
        return list.stream().map(mapper).toList();
    }
}
