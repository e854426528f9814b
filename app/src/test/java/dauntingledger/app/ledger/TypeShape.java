package dauntingledger.app.ledger;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What plain values have in common, written as a type of TypeScript. */
final class TypeShape {

    private final Set<String> scalars = new TreeSet<>();
    private final Map<String, TypeShape> members = new TreeMap<>();
    private final Map<String, Integer> seen = new TreeMap<>();
    private final Set<String> dictionaries;
    private int objects;
    private @Nullable TypeShape elements;
    private @Nullable TypeShape values;

    /** @param dictionaries the members that hold something for each of many keys */
    TypeShape(Set<String> dictionaries) {
        this.dictionaries = dictionaries;
    }

    /** Takes a value into account. */
    void add(Object value) {
        switch (value) {
            case Map<?, ?> map -> addObject(map);
            case List<?> list -> {
                TypeShape each = elements == null ? new TypeShape(dictionaries) : elements;
                list.forEach(each::add);
                elements = each;
            }
            case Number number -> scalars.add("number");
            case Boolean truth -> scalars.add("boolean");
            default -> scalars.add("string");
        }
    }

    private void addObject(Map<?, ?> map) {
        objects++;
        map.forEach((key, value) -> {
            String name = String.valueOf(key);
            TypeShape member = members.computeIfAbsent(name, one -> new TypeShape(dictionaries));
            seen.merge(name, 1, Integer::sum);
            if (dictionaries.contains(name)) {
                member.addDictionary((Map<?, ?>) value);
            } else {
                member.add(value);
            }
        });
    }

    private void addDictionary(Map<?, ?> map) {
        TypeShape each = values == null ? new TypeShape(dictionaries) : values;
        map.values().forEach(each::add);
        values = each;
    }

    /** Returns the type; a member that is not there every time is optional. */
    String type(String indent) {
        if (values != null) {
            return "Record<string, " + values.type(indent) + ">";
        }
        if (elements != null) {
            String each = elements.type(indent);
            return (each.startsWith("{") ? "(" + each + ")" : each) + "[]";
        }
        if (objects > 0) {
            return members.entrySet().stream()
                    .map(member -> indent + "  " + member.getKey()
                            + (seen.getOrDefault(member.getKey(), 0) < objects ? "?" : "") + ": "
                            + member.getValue().type(indent + "  ") + ";\n")
                    .collect(Collectors.joining("", "{\n", indent + "}"));
        }
        return scalars.isEmpty() ? "unknown" : String.join(" | ", scalars);
    }
}
