package dauntingledger.app.keeping;

import java.util.Set;

/**
 * The tables that hold something about a candidate: which rows, by whom they are found, and what of them is given to nobody.
 * It is the one list of them: what is exported about a person, and what is deleted with a sitting, both follow it.
 */
enum PersonalRows {
    LEDGER_LINE("ledger_line", By.SITTING, "sitting, seq"),
    LEDGER_MEND("ledger_mend", By.SITTING, "sitting, seq"),
    NOTED("noted", By.SITTING, "sitting, seq"),
    DEADLINE("deadline", By.SITTING, "sitting"),
    PORTRAIT("portrait", By.SITTING, "sitting"),
    WATCH_PICTURE("watch_picture", By.SITTING, "id"),
    INCIDENT("incident", By.SITTING, "id"),
    ACCOMMODATION_REQUEST("accommodation_request", By.SITTING, "id"),
    CERTIFICATE("certificate", By.SITTING, "number"),
    RESULT("result", By.SITTING, "exam, version"),
    LEFT_OUT("left_out", By.SITTING, "sitting"),
    APPEAL("appeal", By.SITTING, "id"),
    SCAN_PAGE("scan_page", By.SITTING, "id"),
    PRACTICE_RUN("practice_run", By.SITTING, "sitting"),
    PRACTICE_ANSWER("practice_answer", By.SITTING, "sitting, item"),
    PRACTICE_OWN_MARK("practice_own_mark", By.SITTING, "sitting, item"),
    SITTING("sitting", By.CANDIDATE, "id", "code", "board"),
    CANDIDATE("candidate", By.NUMBER, "number", "pin_hash"),
    APPLICANT("applicant", By.NUMBER, "id", "token_hash"),
    REMEMBERED_SIGN_IN("remembered_sign_in", By.NUMBER, "series", "series", "secret_hash"),
    /** Its text may hold a one-time link or a PIN. */
    MAIL_MESSAGE("mail_message", By.EMAIL, "id", "body", "attachment"),
    AUDIT_ENTRY("audit_entry", By.DEED, "id");

    private final String table;
    private final By by;
    private final String order;
    private final Set<String> secret;

    PersonalRows(String table, By by, String order, String... secret) {
        this.table = table;
        this.by = by;
        this.order = order;
        this.secret = Set.of(secret);
    }

    /** By what a row is known to be about a candidate. */
    enum By {
        SITTING("sitting in (select id from sitting where candidate = :number)"),
        CANDIDATE("candidate = :number"),
        NUMBER("number = :number"),
        EMAIL("recipient = (select email from candidate where number = :number and email <> '')"),
        DEED(
                "who = :number or on_whom = :number or on_whom in (select 'sitting ' || id from sitting where candidate = :number)");

        private final String condition;

        By(String condition) {
            this.condition = condition;
        }
    }

    String table() {
        return table;
    }

    /** Returns the rows about a candidate, whose number is the only parameter. */
    String select() {
        return "select * from " + table + " where " + by.condition + " order by " + order;
    }

    /** Returns whether a column is given to nobody. */
    boolean isSecret(String column) {
        return secret.contains(column);
    }

    /** Returns whether rows go with the sitting that they are about. */
    boolean goesWithSitting() {
        return by == By.SITTING;
    }
}
