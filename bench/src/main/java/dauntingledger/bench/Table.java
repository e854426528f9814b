package dauntingledger.bench;

/** Prints what was measured beside what was wanted, a line at a time. */
final class Table {

    Table() {
        row("what", "measured", "goal");
        row("---", "---", "---");
    }

    void row(String what, String measured, String goal) {
        System.out.printf("| %s | %s | %s |%n", what, measured, goal);
    }
}
