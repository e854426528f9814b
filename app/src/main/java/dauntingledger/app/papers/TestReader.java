package dauntingledger.app.papers;

import static dauntingledger.app.papers.DocumentReader.href;

import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Selection;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.scoring.ItemKey;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Reads a test: its parts become blocks, its sections become sections, and sections inside sections become item sets. */
final class TestReader {

    private static final Set<String> DRAWN = Set.of("qti-selection", "qti-ordering");

    private final DocumentReader documents;
    private final PackageFiles files;
    private final MarkupWriter markup;
    private final Problems problems;
    private final Map<ItemId, ItemText> itemTexts = new LinkedHashMap<>();
    private final Map<ItemId, ItemKey> keys = new LinkedHashMap<>();
    private final Map<ItemId, MarkingScheme> schemes = new LinkedHashMap<>();
    private final Map<ItemId, List<Feedback>> feedback = new LinkedHashMap<>();
    private final Map<String, ItemId> ownNames = new LinkedHashMap<>();
    private final Map<String, Duration> partLimits = new LinkedHashMap<>();
    private final References setRules = new References("set");
    private final References sectionRules = new References("section");
    private final References enteringRules = new References("entering");

    TestReader(DocumentReader documents, PackageFiles files, MarkupWriter markup, Problems problems) {
        this.documents = documents;
        this.files = files;
        this.markup = markup;
        this.problems = problems;
    }

    /**
     * What a test says.
     *
     * @param blocks the blocks by the part that each is
     * @param limits the limits of parts that have one
     * @param ownNames what items call themselves, where their places in the test call them otherwise
     */
    record Read(
            Map<String, Stage.Block> blocks,
            Map<String, Duration> limits,
            Map<ItemId, ItemText> texts,
            Map<ItemId, ItemKey> keys,
            Map<ItemId, MarkingScheme> schemes,
            Map<ItemId, List<Feedback>> feedback,
            Map<String, ItemId> ownNames) {}

    /** Reads a test by the rules of the side file, of which each must be about something. */
    Read read(XmlElement test, XmlElement rules) {
        setRules.readFrom(rules);
        sectionRules.readFrom(rules);
        enteringRules.readFrom(rules);
        Map<String, Stage.Block> blocks = blocks(test);
        setRules.noteUnused("item set", problems);
        sectionRules.noteUnused("section", problems);
        enteringRules.noteUnused("item", problems);
        return new Read(blocks, partLimits, itemTexts, keys, schemes, feedback, ownNames);
    }

    Map<String, Stage.Block> blocks(XmlElement test) {
        Map<String, Stage.Block> blocks = new LinkedHashMap<>();
        look(test);
        test.elements("qti-test-part").forEach(part -> {
            String id = part.attribute("identifier").orElse("");
            SessionControl control = SessionControl.of(part, problems);
            limit(part).ifPresent(limit -> partLimits.put(id, limit));
            List<Section> sections = new ArrayList<>();
            part.elements("qti-assessment-section")
                    .forEach(section -> problems.run(section, () -> {
                        sections.add(section(section, control));
                    }));
            String title = sections.isEmpty() ? id : sections.getFirst().title();
            problems.run(part, () -> blocks.put(id, new Stage.Block(new StageId(id), title, sections, true)));
        });
        return blocks;
    }

    /** Names what of a test is not supported, and what is left out. */
    private void look(XmlElement test) {
        test.descendants().forEach(element -> {
            switch (element.name()) {
                case "qti-outcome-processing", "qti-test-feedback", "qti-outcome-declaration" ->
                    problems.note(element, "'" + element.name() + "' of a test is left out; marks are added up");
                case "qti-time-limits" -> {
                    if (test.elements("qti-test-part")
                            .flatMap(part -> part.elements("qti-time-limits"))
                            .noneMatch(limits -> limits == element)) {
                        problems.note(element, "time limits are read on a part; this one is left out");
                    }
                }
                case "qti-pre-condition", "qti-branch-rule", "qti-template-default", "qti-adaptive-selection" ->
                    problems.add(element, "'" + element.name() + "' is not supported");
                default -> {}
            }
        });
    }

    private Optional<Duration> limit(XmlElement owner) {
        return owner.element("qti-time-limits")
                .flatMap(limits -> limits.attribute("max-time").flatMap(seconds -> seconds(limits, seconds)));
    }

    private Optional<Duration> seconds(XmlElement limits, String seconds) {
        try {
            return Optional.of(Duration.ofSeconds(Long.parseLong(seconds)));
        } catch (NumberFormatException e) {
            problems.add(limits, "max-time must be a whole number of seconds, but is '" + seconds + "'");
            return Optional.empty();
        }
    }

    private Section section(XmlElement section, SessionControl outer) {
        SessionControl control = outer.within(section, problems);
        List<ItemSet> sets = new ArrayList<>();
        List<XmlElement> inner = section.elements("qti-assessment-section").toList();
        if (!inner.isEmpty() && section.elements().anyMatch(element -> DRAWN.contains(element.name()))) {
            problems.add(section, "items can be selected and ordered in a section without sections in it only");
        }
        if (!inner.isEmpty() && section.element("qti-assessment-item-ref").isPresent()) {
            problems.add(section, "a section holds items or sections, not both");
        }
        if (inner.isEmpty()) {
            sets.add(set(section, control));
        }
        inner.forEach(set -> problems.run(set, () -> sets.add(set(set, control))));
        String title = section.title();
        return new Section(new SectionId(section.identifier()), title, movement(section, control), sets);
    }

    /** The side file says what the standard has no words for, and then holds in place of it. */
    private Movement movement(XmlElement section, SessionControl control) {
        Movement standard = control.movement();
        return sectionRules
                .take(section.identifier())
                .map(rule -> new Movement(
                        Attributes.word(
                                rule, "movement", Movement.Direction.values(), PlainNames.name(standard.direction())),
                        standard.answering() || Attributes.isTrue(rule, "must-answer"),
                        Attributes.isTrue(rule, "must-see-end")))
                .orElse(standard);
    }

    private Entering entering(String item, SessionControl control) {
        return enteringRules
                .take(item)
                .map(rule -> new Entering(Attributes.isTrue(rule, "deliberate"), Attributes.whole(rule, "tries", "0")))
                .orElse(control.entering());
    }

    private ItemSet set(XmlElement section, SessionControl outer) {
        SessionControl control = outer.inside(section, problems);
        List<Item> items = new ArrayList<>();
        section.elements("qti-assessment-item-ref")
                .forEach(ref -> problems.run(ref, () -> item(ref, control).ifPresent(items::add)));
        String id = section.identifier();
        Optional<XmlElement> rule = setRules.take(id);
        return new ItemSet(
                new ItemSetId(id),
                section.title(),
                rule.map(of -> Attributes.isTrue(of, "floor-at-zero")).orElse(false),
                shared(items)
                        ? rule.map(of -> Attributes.word(of, "stimulus", ItemSet.Stimulus.values(), "case"))
                                .orElse(ItemSet.Stimulus.CASE)
                        : ItemSet.Stimulus.NONE,
                selection(section),
                items);
    }

    /** Returns whether several items are about the same. */
    private boolean shared(List<Item> items) {
        return items.size() > 1
                && items.stream().map(item -> stimuli(item.id())).distinct().count() == 1
                && !stimuli(items.getFirst().id()).isEmpty();
    }

    private List<String> stimuli(ItemId item) {
        return Optional.ofNullable(itemTexts.get(item)).stream()
                .flatMap(text -> text.stimuli().stream())
                .map(PaperText.Stimulus::id)
                .toList();
    }

    private static Selection selection(XmlElement section) {
        Optional<XmlElement> selection = section.element("qti-selection");
        boolean shuffled = section.element("qti-ordering")
                .map(ordering -> Attributes.isTrue(ordering, "shuffle"))
                .orElse(false);
        if (selection.filter(one -> Attributes.isTrue(one, "with-replacement")).isPresent()) {
            throw new IllegalArgumentException("an item cannot be asked twice; with-replacement is not supported");
        }
        return new Selection(
                selection.map(one -> Attributes.whole(one, "select", "0")).orElse(0),
                that(section, "required"),
                shuffled,
                that(section, "fixed"));
    }

    /** Returns the items of a section that say so of themselves. */
    private static Set<ItemId> that(XmlElement section, String attribute) {
        return section.elements("qti-assessment-item-ref")
                .filter(ref -> Attributes.isTrue(ref, attribute))
                .map(ref -> new ItemId(ref.identifier()))
                .collect(Collectors.toSet());
    }

    private Optional<Item> item(XmlElement ref, SessionControl outer) {
        SessionControl control = outer.inside(ref, problems);
        ItemId id = new ItemId(ref.identifier());
        Optional<XmlElement> root = documents.document(href(ref), "the test names this item");
        return root.flatMap(element -> new ItemReader(
                                id.value(),
                                element,
                                markup,
                                files,
                                problems,
                                file -> documents.document(file, "an item refers to this stimulus"))
                        .read())
                .map(read -> {
                    itemTexts.put(id, read.text());
                    keys.put(id, read.key());
                    read.scheme().ifPresent(scheme -> schemes.put(id, scheme));
                    feedback.put(id, read.feedback());
                    root.map(XmlElement::identifier).ifPresent(own -> ownNames.putIfAbsent(own, id));
                    return new Item(
                            id,
                            read.interactions(),
                            weight(ref, "MARKS").orElseGet(() -> read.key().most()),
                            weight(ref, "PENALTY").orElse(Rational.ZERO),
                            read.credit(),
                            entering(id.value(), control));
                });
    }

    private static Optional<Rational> weight(XmlElement ref, String name) {
        return ref.elements("qti-weight")
                .filter(weight -> weight.attribute("identifier").orElse("").equals(name))
                .findFirst()
                .map(weight -> Attributes.rational(weight, "value"));
    }
}
