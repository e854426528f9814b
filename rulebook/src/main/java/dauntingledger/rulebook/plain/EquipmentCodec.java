package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Tool;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** The tools and exhibits of a paper as plain values. */
final class EquipmentCodec {

    private EquipmentCodec() {}

    static Map<String, Object> equipment(Equipment equipment) {
        Map<String, Object> tools = new TreeMap<>();
        equipment
                .tools()
                .forEach((section, offered) -> tools.put(
                        section.value(),
                        offered.stream().sorted().map(PlainNames::name).toList()));
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put(
                "tools",
                tools.entrySet().stream()
                        .map(entry -> Map.of("section", entry.getKey(), "offered", entry.getValue()))
                        .toList());
        plain.put(
                "exhibits",
                equipment.exhibits().stream().map(EquipmentCodec::exhibit).toList());
        plain.put("scratch", PlainNames.name(equipment.scratch()));
        return plain;
    }

    static Equipment equipment(Members from) {
        Map<SectionId, Set<Tool>> tools = new HashMap<>();
        from.each("tools", one -> {
            List<Tool> offered = PlainNames.readAll(one, "offered", Tool.values());
            Set<Tool> set = EnumSet.noneOf(Tool.class);
            set.addAll(offered);
            tools.put(one.read("section", SectionId::new), set);
        });
        return new Equipment(
                tools,
                from.list("exhibits", EquipmentCodec::exhibit),
                PlainNames.read(from, "scratch", Equipment.Scratch.values()));
    }

    static Map<String, Object> exhibit(Exhibit exhibit) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("id", exhibit.id().value());
        plain.put("title", exhibit.title());
        plain.put("kind", PlainNames.name(exhibit.kind()));
        switch (exhibit.scope()) {
            case Exhibit.WholeExam exam -> {}
            case Exhibit.OfSection of -> plain.put("section", of.section().value());
            case Exhibit.OfSet of -> plain.put("set", of.set().value());
            case Exhibit.OfItem of -> plain.put("item", of.item().value());
        }
        return plain;
    }

    private static Exhibit exhibit(Members from) {
        return new Exhibit(
                from.read("id", ExhibitId::new),
                from.text("title"),
                PlainNames.read(from, "kind", Exhibit.Kind.values()),
                scope(from));
    }

    private static Exhibit.Scope scope(Members from) {
        if (from.has("section")) {
            return new Exhibit.OfSection(from.read("section", SectionId::new));
        }
        if (from.has("set")) {
            return new Exhibit.OfSet(from.read("set", ItemSetId::new));
        }
        return from.has("item") ? new Exhibit.OfItem(from.read("item", ItemId::new)) : new Exhibit.WholeExam();
    }
}
