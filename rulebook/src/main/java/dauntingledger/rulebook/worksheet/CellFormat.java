package dauntingledger.rulebook.worksheet;

/** How a cell shows a number. */
public enum CellFormat {
    GENERAL,
    WHOLE,
    TWO_DECIMALS,
    FOUR_DECIMALS,
    PERCENT,
    /** A count of days as a date, year first. */
    DATE;

    /** Returns the format that what is typed asks for by its looks: a date, a per cent, or none in particular. */
    public static CellFormat of(String typed) {
        if (Dates.read(typed.strip()).isPresent()) {
            return DATE;
        }
        return typed.strip().endsWith("%") && Typed.number(typed).isPresent() ? PERCENT : GENERAL;
    }

    /** Returns a value as the cell shows it. */
    public String show(CellValue value) {
        return switch (value) {
            case CellValue.Failure failure -> failure.error().word();
            case CellValue.Number number -> show(number.value());
            default -> Values.text(value);
        };
    }

    private String show(double number) {
        return switch (this) {
            case GENERAL -> NumberText.general(number);
            case WHOLE -> NumberText.fixed(number, 0);
            case TWO_DECIMALS -> NumberText.fixed(number, 2);
            case FOUR_DECIMALS -> NumberText.fixed(number, 4);
            case PERCENT -> NumberText.fixed(number * 100, 1) + " %";
            case DATE -> Dates.isDay(number) ? Dates.text((long) Math.floor(number)) : NumberText.general(number);
        };
    }
}
