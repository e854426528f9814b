package dauntingledger.rulebook.testing;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.sitting.Window;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;

/** A candidate at work, for tests: acts happen at the desk's own time, which only {@link #after} moves. */
public final class Desk {

    public static final Instant NINE = Instant.parse("2026-11-25T09:00:00Z");

    private final Ledger ledger;
    private Instant now = NINE;
    private int made;

    public Desk(Paper paper) {
        this(paper, Window.ALWAYS);
    }

    public Desk(Paper paper, Window window) {
        ledger = new Ledger(paper, window);
    }

    /** Returns a desk with the pilot paper's first block just opened, at nine o'clock. */
    public static Desk inBlockOne() {
        return new Desk(SamplePapers.pilot())
                .does(new Act.StageOpened(new StageId("conduct")))
                .does(new Act.NoticeAccepted(new StageId("conduct"), SamplePapers.DIGEST, ""))
                .leaves("instructions")
                .opens("one");
    }

    public Ledger ledger() {
        return ledger;
    }

    public Instant now() {
        return now;
    }

    public Sitting sitting() {
        return ledger.sittingAt(now);
    }

    public Question question(String item) {
        return sitting().questions().get(new ItemId(item));
    }

    public Verdict permits(Act act) {
        return sitting().permits(act, now);
    }

    public Desk after(Duration span) {
        now = now.plus(span);
        return this;
    }

    public Desk afterMinutes(long minutes) {
        return after(Duration.ofMinutes(minutes));
    }

    /** Does what must be permitted. */
    public Desk does(Act act) {
        Verdict verdict = tries(act);
        if (!verdict.isPermitted()) {
            throw new AssertionError(act + " at " + now + " was " + verdict);
        }
        return this;
    }

    public Verdict tries(Act act) {
        return ledger.enter(Entry.made(new EntryId("e" + ++made), now, act));
    }

    public Desk opens(String stage) {
        return does(new Act.StageOpened(new StageId(stage)));
    }

    public Desk leaves(String stage) {
        return does(new Act.StageLeft(new StageId(stage)));
    }

    public Desk looksAt(String item) {
        return does(new Act.QuestionOpened(new ItemId(item)));
    }

    public Desk chooses(String item, String... choices) {
        return does(choosing(item, choices));
    }

    public Desk types(String item, String text) {
        return does(new Act.Answered(new ItemId(item), SamplePapers.R1, Value.typed(text)));
    }

    public Desk closes(String stage) {
        return does(new Act.BlockClosed(new StageId(stage)));
    }

    /** Returns the act of choosing in a single choice (one choice) or a multiple choice (any other number). */
    public static Act choosing(String item, String... choices) {
        Value value = choices.length == 1 && !item.equals("q2")
                ? Value.choice(new ChoiceId(choices[0]))
                : Value.choices(Arrays.stream(choices).map(ChoiceId::new).toList());
        return new Act.Answered(new ItemId(item), SamplePapers.R1, value);
    }
}
