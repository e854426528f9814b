package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Tool;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/** The tools and exhibits of a paper as plain values. */
final class EquipmentCodec {

    private static final MemberType<Set<Tool>> OFFERED = new MemberType<>(
            tools -> tools.stream().sorted().map(PlainNames::name).toList(),
            (from, name) -> tools(PlainNames.readAll(from, name, Tool.values())));

    static final Schema<Exhibit> EXHIBIT = Schema.of(
            Exhibit::new,
            Field.of("id", Ids.EXHIBIT, Exhibit::id),
            Field.of("title", MemberType.TEXT, Exhibit::title),
            Field.of("kind", MemberType.name(Exhibit.Kind.values()), Exhibit::kind),
            Field.of(new ScopeSchema(), Exhibit::scope));

    static final Schema<Equipment> EQUIPMENT = Schema.of(
            Equipment::new,
            Field.of(
                    "tools",
                    MemberType.map(Schema.member("section", Ids.SECTION), Schema.member("offered", OFFERED)),
                    EquipmentCodec::bySection),
            Field.of("exhibits", MemberType.objects(EXHIBIT), Equipment::exhibits),
            Field.of("scratch", MemberType.name(Equipment.Scratch.values()), Equipment::scratch));

    private EquipmentCodec() {}

    private static Set<Tool> tools(List<Tool> named) {
        Set<Tool> tools = EnumSet.noneOf(Tool.class);
        tools.addAll(named);
        return tools;
    }

    private static Map<SectionId, Set<Tool>> bySection(Equipment equipment) {
        Map<SectionId, Set<Tool>> sorted = new TreeMap<>(Comparator.comparing(SectionId::value));
        sorted.putAll(equipment.tools());
        return sorted;
    }

    /** Where an exhibit is at hand: the member that is there says so, and none says that it is everywhere. */
    private static final class ScopeSchema implements Schema<Exhibit.Scope> {

        @Override
        public void write(Exhibit.Scope scope, Map<String, Object> plain) {
            switch (scope) {
                case Exhibit.WholeExam exam -> {}
                case Exhibit.OfSection of -> plain.put("section", of.section().value());
                case Exhibit.OfSet of -> plain.put("set", of.set().value());
                case Exhibit.OfItem of -> plain.put("item", of.item().value());
            }
        }

        @Override
        public Exhibit.Scope read(Members from) {
            if (from.has("section")) {
                return new Exhibit.OfSection(Ids.SECTION.read(from, "section"));
            }
            if (from.has("set")) {
                return new Exhibit.OfSet(Ids.SET.read(from, "set"));
            }
            return from.has("item") ? new Exhibit.OfItem(Ids.ITEM.read(from, "item")) : new Exhibit.WholeExam();
        }

        @Override
        public Stream<String> members() {
            return Stream.of("section", "set", "item");
        }
    }
}
