package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Selection;
import java.util.Set;

/** Sections with their sets and items as plain values. */
final class SectionCodec {

    private static final MemberType<Set<ItemId>> ITEMS = MemberType.textSet(ItemId::value, ItemId::new);

    private static final Schema<Item> ITEM = Schema.of(
            Item::new,
            Field.of("id", Ids.ITEM, Item::id),
            Field.of("interactions", MemberType.objects(InteractionCodec.KINDS), Item::interactions),
            Field.of("marks", MemberType.RATIONAL, Item::marks),
            Field.of("penalty", MemberType.RATIONAL, Item::penalty),
            Field.of("credit", MemberType.name(Item.Credit.values()), Item::credit),
            Field.of("entering", MemberType.object(ExamRulesCodec.ENTERING), Item::entering));

    private static final Schema<Selection> SELECTION = Schema.of(
            Selection::new,
            Field.of("number", MemberType.COUNT, Selection::number),
            Field.of("required", ITEMS, Selection::required),
            Field.of("shuffled", MemberType.TRUTH, Selection::shuffled),
            Field.of("fixed", ITEMS, Selection::fixed));

    private static final Schema<ItemSet> SET = Schema.of(
            ItemSet::new,
            Field.of("id", Ids.SET, ItemSet::id),
            Field.of("title", MemberType.TEXT, ItemSet::title),
            Field.of("floorAtZero", MemberType.TRUTH, ItemSet::floorAtZero),
            Field.of("stimulus", MemberType.name(ItemSet.Stimulus.values()), ItemSet::stimulus),
            Field.of("selection", MemberType.object(SELECTION), ItemSet::selection),
            Field.of("items", MemberType.objects(ITEM), ItemSet::items));

    static final Schema<Section> SECTION = Schema.of(
            Section::new,
            Field.of("id", Ids.SECTION, Section::id),
            Field.of("title", MemberType.TEXT, Section::title),
            Field.of("movement", MemberType.object(ExamRulesCodec.MOVEMENT), Section::movement),
            Field.of("sets", MemberType.objects(SET), Section::sets));

    private SectionCodec() {}
}
