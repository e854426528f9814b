package dauntingledger.rulebook.tools;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Where panels stand so that the question stays in sight. All lengths are in CSS pixels; {@code unit} is the text size. */
public final class Placement {

    /*
     * Panels go to the right of the question, and the question's sheet ends where they begin. Wide ones (worksheet, sketch,
     * exhibits) lie one below the other; a narrow one (calculator, notes) shares the row of a wide one as long as there are
     * any. They are laid out in one order, whichever was opened first, so that they come back as they were. The rows share
     * the height; one that needs more has more as long as the others have what they need.
     */

    /** How wide the question stays at least, in units. */
    private static final int QUESTION = 25;

    /** A sheet lower than so many units has no room for a panel. */
    private static final int LOW = 20;

    private Placement() {}

    /** An upright rectangle. */
    public record Rect(int left, int top, int width, int height) {
        public int right() {
            return left + width;
        }

        public int bottom() {
            return top + height;
        }
    }

    /** How large a panel wants to be, and what is the least it can be used at, in units. */
    private record Size(int width, int height, int leastWidth, int leastHeight, boolean narrow) {
        static Size of(Panel panel) {
            return switch (panel) {
                case CALCULATOR -> new Size(16, 30, 15, 25, true);
                case NOTES -> new Size(17, 24, 12, 10, true);
                case WORKSHEET -> new Size(36, 24, 16, 12, false);
                case SKETCH -> new Size(36, 26, 18, 14, false);
                case EXHIBIT, SECOND_EXHIBIT -> new Size(36, 40, 14, 12, false);
            };
        }
    }

    /**
     * Returns the area that the sheet of the question and its panels share: that of the sheet, or down to {@code floor} where
     * the sheet is too low for a panel.
     */
    public static Rect area(Rect sheet, int floor, int unit) {
        int height = sheet.height() < LOW * unit ? floor - sheet.top() : sheet.height();
        return new Rect(sheet.left(), sheet.top(), sheet.width(), height);
    }

    /** Returns the place of each panel in the area that the sheet and its panels share. */
    public static Map<Panel, Rect> arranged(List<Panel> panels, Rect area, int unit) {
        int left = Math.min(area.left() + QUESTION * unit, Math.max(area.left(), area.right() - QUESTION * unit));
        Rect free = new Rect(left, area.top(), area.right() - left, area.height());
        List<Panel> wide = panels.stream()
                .filter(panel -> !Size.of(panel).narrow())
                .sorted()
                .toList();
        List<Panel> narrow = panels.stream()
                .filter(panel -> Size.of(panel).narrow())
                .sorted()
                .toList();
        List<List<Panel>> rows = new ArrayList<>();
        wide.forEach(panel -> rows.add(new ArrayList<>(List.of(panel))));
        for (int i = 0; i < narrow.size(); i++) {
            if (i < wide.size()) {
                rows.get(i).add(narrow.get(i));
            } else {
                rows.add(new ArrayList<>(List.of(narrow.get(i))));
            }
        }
        return laid(rows, free, unit);
    }

    private static Map<Panel, Rect> laid(List<List<Panel>> rows, Rect free, int unit) {
        Map<Panel, Rect> places = new LinkedHashMap<>();
        int top = free.top();
        for (int i = 0; i < rows.size(); i++) {
            int share = share(rows.subList(i, rows.size()), free.bottom() - top, unit);
            int height = rows.get(i).stream()
                    .mapToInt(panel -> Math.min(share, Size.of(panel).height() * unit))
                    .max()
                    .orElse(share);
            int right = free.right();
            for (Panel panel : rows.get(i).reversed()) {
                Size size = Size.of(panel);
                int width = Math.min(size.width() * unit, right - free.left());
                int own = Math.min(height, size.narrow() ? size.height() * unit : height);
                places.put(panel, inside(new Rect(right - width, top, width, own), free));
                right -= width;
            }
            top += height;
        }
        return places;
    }

    /** Returns the height of the first of some rows: an equal share, or what it needs if the others keep what they need. */
    private static int share(List<List<Panel>> rows, int height, int unit) {
        int equal = height / rows.size();
        int others = rows.stream().skip(1).mapToInt(row -> least(row, unit)).sum();
        return Math.max(equal, Math.min(least(rows.getFirst(), unit), height - others));
    }

    private static int least(List<Panel> row, int unit) {
        return row.stream()
                .mapToInt(panel -> Size.of(panel).leastHeight() * unit)
                .max()
                .orElse(0);
    }

    /** Returns a panel's place so that none of it lies outside {@code window} and it can be used. */
    public static Rect within(Panel panel, Rect place, Rect window, int unit) {
        Size size = Size.of(panel);
        return inside(
                new Rect(
                        place.left(),
                        place.top(),
                        Math.max(place.width(), size.leastWidth() * unit),
                        Math.max(place.height(), size.leastHeight() * unit)),
                window);
    }

    private static Rect inside(Rect rect, Rect window) {
        int width = Math.min(rect.width(), window.width());
        int height = Math.min(rect.height(), window.height());
        int left = Math.max(window.left(), Math.min(rect.left(), window.right() - width));
        int top = Math.max(window.top(), Math.min(rect.top(), window.bottom() - height));
        return new Rect(left, top, width, height);
    }

    /** Returns how wide the sheet of the question is so that it ends where panels beside it begin; all of it if none does. */
    public static int sheetWidth(List<Rect> panels, Rect area, int unit) {
        int end = area.right();
        for (Rect panel : panels) {
            if (panel.left() >= area.left() + QUESTION * unit) {
                end = Math.min(end, panel.left());
            }
        }
        return end - area.left();
    }
}
