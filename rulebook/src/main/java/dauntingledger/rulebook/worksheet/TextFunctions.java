package dauntingledger.rulebook.worksheet;

import java.util.Locale;
import java.util.Map;

/** SheetFunctions of texts. */
final class TextFunctions {

    private TextFunctions() {}

    static void addTo(Map<String, Function> all) {
        SheetFunctions.add(
                all, "CONCATENATE", 1, Function.ANY, a -> CellValue.of(String.join("", a.each(Values::text))));
        SheetFunctions.add(all, "LEN", 1, 1, a -> CellValue.of(a.text(0).length()));
        SheetFunctions.add(all, "LEFT", 1, 2, a -> CellValue.of(a.text(0).substring(0, atMost(a, 1, a.text(0)))));
        SheetFunctions.add(all, "RIGHT", 1, 2, a -> {
            String text = a.text(0);
            return CellValue.of(text.substring(text.length() - atMost(a, 1, text)));
        });
        SheetFunctions.add(all, "MID", 3, 3, TextFunctions::middle);
        SheetFunctions.add(all, "UPPER", 1, 1, a -> CellValue.of(a.text(0).toUpperCase(Locale.ROOT)));
        SheetFunctions.add(all, "LOWER", 1, 1, a -> CellValue.of(a.text(0).toLowerCase(Locale.ROOT)));
        SheetFunctions.add(
                all, "TRIM", 1, 1, a -> CellValue.of(a.text(0).strip().replaceAll(" +", " ")));
        SheetFunctions.add(all, "VALUE", 1, 1, a -> CellValue.of(a.number(0)));
    }

    private static int atMost(Arguments a, int i, String text) {
        double number = a.number(i, 1);
        if (number < 0) {
            throw SheetFunctions.error(CellError.VALUE);
        }
        return (int) Math.min(number, text.length());
    }

    private static CellValue middle(Arguments a) {
        String text = a.text(0);
        int first = a.whole(1) - 1;
        if (first < 0) {
            throw SheetFunctions.error(CellError.VALUE);
        }
        int start = Math.min(first, text.length());
        int length = atMost(a, 2, text);
        return CellValue.of(text.substring(start, Math.min(text.length(), start + length)));
    }
}
