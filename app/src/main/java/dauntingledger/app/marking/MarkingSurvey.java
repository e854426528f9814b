package dauntingledger.app.marking;

import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.function.Consumer;

/** Follows the chains over the marks of all exams in a database that no server needs to run on. */
public final class MarkingSurvey {

    private MarkingSurvey() {}

    /**
     * Returns how many places cannot be followed.
     *
     * @param told hears a sentence of each of them
     */
    public static int of(Connection connection, Consumer<String> told) throws SQLException {
        int broken = 0;
        try (Statement select = connection.createStatement();
                ResultSet rows =
                        select.executeQuery("select exam, seq, line, hash from marking_line order by exam, seq")) {
            long exam = 0;
            int due = 1;
            Hash last = MarkingLedger.head(exam);
            while (rows.next()) {
                if (rows.getLong("exam") != exam) {
                    exam = rows.getLong("exam");
                    due = 1;
                    last = MarkingLedger.head(exam);
                }
                Hash stored = new Hash(rows.getString("hash"));
                if (rows.getInt("seq") != due
                        || !Chain.next(last, rows.getString("line")).equals(stored)) {
                    broken++;
                    told.accept("Marks of exam " + exam + ", line " + rows.getInt("seq")
                            + ": it does not follow from the line before it.");
                }
                last = stored;
                due = rows.getInt("seq") + 1;
            }
        }
        return broken;
    }
}
