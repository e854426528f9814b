package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Detail;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.paper.Survey;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.tools.ToolUse;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Something that can be done in a sitting. Each kind belongs to one actor. */
public sealed interface Act {

    /** Returns whose act this is. */
    default Actor actor() {
        return Actor.CANDIDATE;
    }

    /** An act on a question of the open block. */
    sealed interface OnItem extends Act {
        ItemId item();
    }

    /** An act on one option of a choice. */
    sealed interface OnChoice extends OnItem {
        ResponseId response();

        ChoiceId choice();
    }

    /** An act that moves the sitting along its route. */
    sealed interface OnRoute extends Act {}

    /** A step between the door and the first question that is not on the route. */
    sealed interface AtArrival extends Act {}

    /** An act on the clocks of the sitting. */
    sealed interface OnClocks extends Act {}

    /** A call for help, and what becomes of it. */
    sealed interface OnHelp extends Act {}

    /** An act that is written down and changes nothing of the state. */
    sealed interface ForTheRecord extends Act {}

    /** Opens the next stage; from instructions and breaks this is also how they are left. */
    record StageOpened(StageId stage) implements OnRoute {
        public StageOpened {
            requireNonNull(stage, "stage");
        }
    }

    /**
     * Accepts a notice, by the digest of the text that was shown.
     *
     * @param given the statement as it was ticked or typed; empty where none is asked
     */
    record NoticeAccepted(StageId stage, String textDigest, String given) implements OnRoute {
        public static final int MOST_GIVEN = 1_000;

        public NoticeAccepted {
            requireNonNull(stage, "stage");
            requireNonNull(textDigest, "textDigest");
            requireAtMost(MOST_GIVEN, "the statement", given);
        }
    }

    /** Gives or confirms the details that a stage asks for. */
    record DetailsGiven(StageId stage, List<Given> values) implements OnRoute {
        public DetailsGiven {
            requireNonNull(stage, "stage");
            values = List.copyOf(values);
            if (values.size() > Detail.MOST) {
                throw new IllegalArgumentException("at most " + Detail.MOST + " details are given");
            }
        }

        /** What was given for a detail. */
        public record Given(String detail, String value) {
            public Given {
                requireNonNull(detail, "detail");
                requireAtMost(Detail.LONGEST_VALUE, "a detail", value);
            }
        }
    }

    /** Declines a notice, which ends the sitting. */
    record NoticeDeclined(StageId stage) implements OnRoute {
        public NoticeDeclined {
            requireNonNull(stage, "stage");
        }
    }

    /** Closes the open block for good. */
    record BlockClosed(StageId stage) implements OnRoute {
        public BlockClosed {
            requireNonNull(stage, "stage");
        }
    }

    /** Confirms that the exam is finished. */
    record HandedIn() implements OnRoute {}

    /** Confirms name, number, picture, exam and seat. */
    record IdentityConfirmed(StageId stage) implements OnRoute {
        public IdentityConfirmed {
            requireNonNull(stage, "stage");
        }
    }

    /** Leaves a stage that is left at will: instructions, the try-out, a station check that is in order. */
    record StageLeft(StageId stage) implements OnRoute {
        public StageLeft {
            requireNonNull(stage, "stage");
        }
    }

    /** Says that something is wrong with the person, the exam or the seat; it holds the candidate until resolved. */
    record WrongReported(StageId stage, Arrival.Reason reason, String note) implements AtArrival {
        public static final int MOST_NOTE = 400;

        public WrongReported {
            requireNonNull(stage, "stage");
            requireNonNull(reason, "reason");
            requireAtMost(MOST_NOTE, "the note", note);
        }
    }

    /** Chooses the language of the paper. */
    record LanguageChosen(String language) implements AtArrival {
        public LanguageChosen {
            requireNonNull(language, "language");
        }
    }

    /**
     * Records what was measured of computer and room, before the sitting begins or at its station check.
     *
     * @param figures whole numbers for each line measured, as {@link StationLine} says
     */
    record StationChecked(Map<StationLine, List<Long>> figures) implements AtArrival {
        public StationChecked {
            figures = Map.copyOf(figures);
            figures.forEach((line, measured) -> {
                if (!line.isMeasuredBy(measured)) {
                    throw new IllegalArgumentException(line + " is not measured by " + measured.size() + " figures");
                }
            });
        }
    }

    /** Does something with a tool beside the questions. */
    record ToolUsed(ToolUse use) implements Act {
        public ToolUsed {
            requireNonNull(use, "use");
        }
    }

    /** Calls the invigilator. No clock stands still for it. */
    record HelpCalled(Help.Reason reason, String note) implements OnHelp {
        public static final int MOST_NOTE = 400;

        public HelpCalled {
            requireNonNull(reason, "reason");
            requireAtMost(MOST_NOTE, "the note", note);
        }
    }

    /** Takes a call back that nobody has answered. */
    record HelpWithdrawn() implements OnHelp {}

    /**
     * Says that a call was seen.
     *
     * @param words what the candidate is told; may be empty
     */
    record HelpAnswered(String person, String words) implements OnHelp {
        public static final int MOST_WORDS = 400;

        public HelpAnswered {
            requireAtMost(ByPerson.MOST_NAME, "the name", person);
            requireAtMost(MOST_WORDS, "the words", words);
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Looks at the instructions again while a block is open; its clock runs on. */
    record InstructionsReopened() implements ForTheRecord {}

    /** Brings a question into view. */
    record QuestionOpened(ItemId item) implements OnItem {
        public QuestionOpened {
            requireNonNull(item, "item");
        }
    }

    /** Brings the review page of the open block into view. */
    record ReviewOpened() implements Act {}

    /** Brings all questions of the open block into view at once, to read through. */
    record WholeViewOpened() implements Act {}

    /**
     * Begins a walk through some questions of the open block; it lasts until the review page is opened.
     *
     * @param chosen the questions, if the subset is {@link Subset#CHOSEN}; else empty
     */
    record WalkBegun(Subset subset, List<ItemId> chosen) implements Act {
        public WalkBegun {
            requireNonNull(subset, "subset");
            chosen = List.copyOf(chosen);
            if (chosen.isEmpty() == (subset == Subset.CHOSEN)) {
                throw new IllegalArgumentException("questions are named for a walk through chosen ones, and only then");
            }
            if (Set.copyOf(chosen).size() < chosen.size()) {
                throw new IllegalArgumentException("a question can be chosen for a walk only once");
            }
        }

        public WalkBegun(Subset subset) {
            this(subset, List.of());
        }
    }

    /** Leaves the open block for a break of the candidate's own. */
    record BreakBegun() implements OnRoute {}

    /** Comes back from a break of the candidate's own. */
    record BreakEnded() implements OnRoute {}

    /** Records that the candidate signed in again after a break. */
    record SignedInAgain() implements Act {
        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /**
     * Answers the survey about a closed block, or after the hand-in that about the exam.
     *
     * @param rating 1 to {@value Survey#MOST_RATING}, or 0 for none
     */
    record SurveyAnswered(StageId about, int rating, String comment) implements Act {
        public static final int MOST_COMMENT = 1_000;

        public SurveyAnswered {
            requireNonNull(about, "about");
            if (rating < 0 || rating > Survey.MOST_RATING) {
                throw new IllegalArgumentException(
                        "a rating must be 0 to " + Survey.MOST_RATING + ", but was " + rating);
            }
            requireAtMost(MOST_COMMENT, "the comment", comment);
        }
    }

    /**
     * Records on what terms the sitting is sat, when it begins; they are no part of the paper.
     *
     * @param practised how the paper is practised; empty for one that is sat
     */
    record TermsFixed(Window window, Accommodations accommodations, Optional<Practised> practised)
            implements ForTheRecord {
        public TermsFixed {
            requireNonNull(window, "window");
            requireNonNull(accommodations, "accommodations");
            requireNonNull(practised, "practised");
        }

        /** Returns whether they are those of a sitting that says nothing of them: no hours, no accommodations, no mode. */
        public boolean areUsual() {
            return !window.isBounded() && accommodations.isNone() && practised.isEmpty();
        }

        /** Returns {@code paper} as it is sat on these terms. */
        public Paper personal(Paper paper) {
            return practised(accommodations.applyTo(paper));
        }

        /** @param extraBreak what an extra break is called in the language of the paper */
        public Paper personal(Paper paper, String extraBreak) {
            return practised(accommodations.applyTo(paper, extraBreak));
        }

        private Paper practised(Paper paper) {
            return practised.map(how -> how.applyTo(paper)).orElse(paper);
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /** Says that the end of a question has been in view. */
    record EndSeen(ItemId item) implements OnItem {
        public EndSeen {
            requireNonNull(item, "item");
        }
    }

    /** Enters the answer that is given, where the paper wants that done deliberately. */
    record AnswerEntered(ItemId item) implements OnItem {
        public AnswerEntered {
            requireNonNull(item, "item");
        }
    }

    /** Asks whether the answer to a question is right, in practice; what is right is shown, and the question sealed. */
    record Checked(ItemId item) implements OnItem {
        public Checked {
            requireNonNull(item, "item");
        }
    }

    /** Gives a response in place of the former one. */
    record Answered(ItemId item, ResponseId response, Value value) implements OnItem {
        public Answered {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            requireNonNull(value, "value");
        }
    }

    /** Says that a sound or film of a question has begun to play; nothing takes it back. */
    record Played(ItemId item, ResponseId response) implements OnItem {
        public Played {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
        }
    }

    /**
     * Records that a program was run in the candidate's own browser.
     *
     * @param program the SHA-256 of the response, in {@value #HASH} hexadecimal digits
     * @param examples whether it was tried with the examples, one after the other, or run once with an input of one's own
     * @param endings how the runs ended
     */
    record ProgramRun(ItemId item, ResponseId response, String program, boolean examples, List<Ending> endings)
            implements OnItem {

        static final int HASH = 64;

        public ProgramRun {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            endings = List.copyOf(endings);
            boolean digits = program.chars().allMatch(c -> c >= '0' && c <= '9' || c >= 'a' && c <= 'f');
            if (program.length() != HASH || !digits) {
                throw new IllegalArgumentException("a program is named by " + HASH + " hexadecimal digits");
            }
            if (endings.isEmpty() || endings.size() > (examples ? Cases.MOST : 1)) {
                throw new IllegalArgumentException("a run ends once, and a trial as often as there are examples");
            }
        }
    }

    /** Takes every response to a question back; what was played stays played. */
    record Erased(ItemId item) implements OnItem {
        public Erased {
            requireNonNull(item, "item");
        }
    }

    /** Rules an option out, without answering. */
    record StruckOut(ItemId item, ResponseId response, ChoiceId choice) implements OnChoice {
        public StruckOut {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            requireNonNull(choice, "choice");
        }
    }

    /** Takes the striking out of an option back. */
    record BroughtBack(ItemId item, ResponseId response, ChoiceId choice) implements OnChoice {
        public BroughtBack {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            requireNonNull(choice, "choice");
        }
    }

    /** Marks a question for review. */
    record Marked(ItemId item) implements OnItem {
        public Marked {
            requireNonNull(item, "item");
        }
    }

    /** Takes the review mark off a question. */
    record Unmarked(ItemId item) implements OnItem {
        public Unmarked {
            requireNonNull(item, "item");
        }
    }

    /** Records that a stage was ended by time. It changes nothing that time has not changed already. */
    record StageRanOut(StageId stage) implements Act {
        public StageRanOut {
            requireNonNull(stage, "stage");
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /**
     * Records that the sitting is written from another window from now on.
     *
     * @param seat what the server calls that window
     * @param replaces the seat whose place it takes, if there was one
     */
    record SeatTaken(String seat, Optional<String> replaces) implements Act {
        public static final int MOST_SEAT = 64;

        public SeatTaken {
            requireNonNull(seat, "seat");
            requireAtMost(MOST_SEAT, "the seat", seat);
            replaces.ifPresent(former -> requireAtMost(MOST_SEAT, "the former seat", former));
        }

        /** Makes the first seat of a sitting. */
        public SeatTaken(String seat) {
            this(seat, Optional.empty());
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /**
     * Records that the candidate was shown the receipt, and with it what the paper releases of score and key. What the
     * candidate's browser sends from then on does not count by itself.
     */
    record ReceiptGiven() implements ForTheRecord {
        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /**
     * Decides whether an entry counts that is held.
     *
     * @param person who decided
     * @param actor in which office: invigilator or exam office
     */
    record HeldDecided(EntryId held, boolean counts, String person, Actor actor) implements ForTheRecord {
        public HeldDecided {
            requireNonNull(held, "held");
            requireAtMost(ByPerson.MOST_NAME, "the name", person);
            if (actor != Actor.INVIGILATOR && actor != Actor.OFFICE) {
                throw new IllegalArgumentException(
                        "held entries are decided by the invigilator or the exam office, not by " + actor);
            }
        }
    }

    /**
     * Adds time to a box.
     *
     * @param outage the silence whose time this gives back, if it is given for one; see {@link Ledger#lost}
     */
    record TimeGranted(BoxId box, Duration extra, By by, Optional<Silence> outage) implements OnClocks {
        public TimeGranted {
            requireNonNull(box, "box");
            requireNonNull(extra, "extra");
            requireNonNull(by, "by");
            requireNonNull(outage, "outage");
            if (extra.compareTo(Duration.ZERO) <= 0) {
                throw new IllegalArgumentException("a grant must be more than 0, but was " + extra);
            }
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /**
     * Stops every clock of the sitting. One that was made after the instant it is dated at gives back what has run off
     * since; what the candidate did before they could know of it stays and counts.
     *
     * @param words what the candidate is told; may be empty
     */
    record Paused(By by, String words) implements OnClocks {
        public Paused {
            requireNonNull(by, "by");
            requireAtMost(HelpAnswered.MOST_WORDS, "the words", words);
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Lets the clocks run again. */
    record Resumed(By by) implements OnClocks {
        public Resumed {
            requireNonNull(by, "by");
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Sends the candidate on a break in which the clocks stand still; it counts among nobody's own. */
    record BreakGiven(Duration longest, By by) implements OnClocks {
        public static final Duration LONGEST = Duration.ofHours(2);

        public BreakGiven {
            requireNonNull(longest, "longest");
            requireNonNull(by, "by");
            if (longest.compareTo(Duration.ZERO) <= 0 || longest.compareTo(LONGEST) > 0) {
                throw new IllegalArgumentException(
                        "a break is more than 0 and at most " + LONGEST + ", but was " + longest);
            }
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** A word from the invigilator, and that it was read. */
    sealed interface OnMessages extends Act {
        String message();
    }

    /** Says something to the candidate, who confirms that it was read. */
    record MessageSent(String message, String words, By by) implements OnMessages {
        public static final int MOST_WORDS = 400;
        public static final int MOST_ID = 64;

        public MessageSent {
            requireAtMost(MOST_ID, "the id of a message", message);
            requireAtMost(MOST_WORDS, "a message", words);
            requireNonNull(by, "by");
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Confirms that a message was read. */
    record MessageRead(String message) implements OnMessages {
        public MessageRead {
            requireAtMost(MessageSent.MOST_ID, "the id of a message", message);
        }
    }

    /** How somebody was away from the exam's window. */
    enum Absence {
        /** The window could not be seen. */
        HIDDEN,
        /** Something else had the focus. */
        UNFOCUSED,
        /** It did not fill the screen. */
        NOT_FULL
    }

    /** What watches somebody who sits alone. */
    sealed interface OnWatch extends Act {}

    /** Comes back to the exam's window. */
    record WindowLeft(Absence how, Instant since) implements OnWatch {
        public WindowLeft {
            requireNonNull(how, "how");
            requireNonNull(since, "since");
        }
    }

    /**
     * Says what the camera has seen for longer than the paper bears, or, after such, one face again.
     *
     * @param since since when it has
     */
    record CameraSaw(PictureView view, Instant since) implements OnWatch {
        public CameraSaw {
            requireNonNull(view, "view");
            requireNonNull(since, "since");
        }
    }

    /** Confirms that a warning was read. */
    record WarningRead(int warning) implements OnWatch {}

    /** Ends the sitting. The exam office can take that back; see {@link Reopened}. */
    record SittingEnded(By by) implements Act {
        public SittingEnded {
            requireNonNull(by, "by");
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Records that the candidate goes on at another place. */
    record PlaceChanged(String chair, By by) implements ForTheRecord {
        public static final int MOST_CHAIR = 20;

        public PlaceChanged {
            requireAtMost(MOST_CHAIR, "the chair", chair);
            requireNonNull(by, "by");
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /**
     * Records that something happened. What it was is not for the candidate's browser, so it stands elsewhere.
     *
     * @param incident the number under which it is kept, with what is attached to it
     * @param textDigest SHA-256 of what was noted of it, as 64 lower-case hexadecimal digits
     */
    record IncidentNoted(long incident, String textDigest, By by) implements ForTheRecord {
        private static final int DIGEST = 64;

        public IncidentNoted {
            requireAtMost(DIGEST, "a digest", textDigest);
            requireNonNull(by, "by");
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Records that the seat was heard again after a silence. */
    record HeardAgain(Instant since) implements ForTheRecord {
        public HeardAgain {
            requireNonNull(since, "since");
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /**
     * Records that somebody gave a code at the door. The code itself is compared elsewhere and stands nowhere.
     *
     * @param right whether it was the code of this sitting
     */
    record CodeGiven(StageId stage, boolean right) implements AtArrival {
        public CodeGiven {
            requireNonNull(stage, "stage");
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /** Records that a picture with exactly one face was taken and kept. */
    record PortraitTaken(StageId stage, String pictureDigest) implements AtArrival {
        public PortraitTaken {
            requireNonNull(stage, "stage");
            requireNonNull(pictureDigest, "pictureDigest");
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /** An act of somebody else than the candidate, who is named in the ledger. */
    sealed interface ByPerson extends Act {
        int MOST_NAME = 120;

        StageId stage();

        String person();

        @Override
        default Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Gives the candidate at the door leave to come in. */
    record LeaveGiven(StageId stage, String person) implements ByPerson {
        public LeaveGiven {
            requireNonNull(stage, "stage");
            requireAtMost(MOST_NAME, "the name", person);
        }
    }

    /** Says that what the candidate reported is put right or is no matter. */
    record ReportResolved(StageId stage, String person) implements ByPerson {
        public ReportResolved {
            requireNonNull(stage, "stage");
            requireAtMost(MOST_NAME, "the name", person);
        }
    }

    /** Lets the candidate go on with a station that does not pass in every line. */
    record StationExcused(StageId stage, String person) implements ByPerson {
        public StationExcused {
            requireNonNull(stage, "stage");
            requireAtMost(MOST_NAME, "the name", person);
        }
    }

    /**
     * Lets the candidate into a sitting that is over: back to its last block, to the notice that was declined, or to where
     * the invigilator ended it.
     *
     * @param actor in which office: exam office, or an invigilator whom it lets do that
     */
    record Reopened(StageId stage, String person, Actor actor) implements ByPerson {
        public Reopened {
            requireNonNull(stage, "stage");
            requireAtMost(MOST_NAME, "the name", person);
            if (actor != Actor.INVIGILATOR && actor != Actor.OFFICE) {
                throw new IllegalArgumentException(
                        "a sitting is reopened by the invigilator or the exam office, not by " + actor);
            }
        }
    }

    private static void requireAtMost(int most, String what, String text) {
        if (text.length() > most) {
            throw new IllegalArgumentException(
                    what + " must be at most " + most + " characters, but has " + text.length());
        }
    }
}
