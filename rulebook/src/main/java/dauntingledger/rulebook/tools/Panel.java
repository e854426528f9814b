package dauntingledger.rulebook.tools;

import dauntingledger.rulebook.paper.Tool;
import java.util.EnumSet;
import java.util.Set;

/**
 * A panel over the room, in the order in which they are laid out. There are two for exhibits, so that two can stand side
 * by side.
 */
public enum Panel {
    EXHIBIT(Set.of()),
    SECOND_EXHIBIT(Set.of()),
    WORKSHEET(Set.of(Tool.WORKSHEET)),
    SKETCH(Set.of(Tool.SKETCH)),
    CALCULATOR(ToolUse.CALCULATORS),
    NOTES(Set.of(Tool.NOTES));

    private final Set<Tool> tools;

    Panel(Set<Tool> tools) {
        this.tools = tools;
    }

    /**
     * Returns the panels that can be opened.
     *
     * @param tools the tools that are offered
     * @param exhibits whether there is an exhibit to be looked at
     */
    public static Set<Panel> offered(Set<Tool> tools, boolean exhibits) {
        Set<Panel> offered = EnumSet.noneOf(Panel.class);
        for (Panel panel : values()) {
            if (panel.tools.isEmpty() ? exhibits : panel.tools.stream().anyMatch(tools::contains)) {
                offered.add(panel);
            }
        }
        return offered;
    }
}
