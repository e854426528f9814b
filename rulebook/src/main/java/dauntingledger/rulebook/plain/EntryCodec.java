package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Subset;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Entries as plain values. Every entry has {@code id}, {@code by}, {@code at} and {@code received} (milliseconds since
 * 1970-01-01T00:00Z) and {@code kind}; the kinds and their members are listed in docs/LEDGER.md.
 */
public final class EntryCodec {

    private static final Map<String, Function<Members, Act>> READERS = readers();

    private EntryCodec() {}

    public static Map<String, Object> toPlain(Entry entry) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("kind", kind(entry.act()));
        members(entry.act(), plain);
        plain.put("id", entry.id().value());
        plain.put("by", PlainNames.name(entry.act().actor()));
        plain.put("at", entry.atMillis());
        plain.put("received", entry.receivedMillis());
        if (entry.heardMillis() != Entry.UNHEARD) {
            plain.put("heard", entry.heardMillis());
        }
        entry.formerSeat().ifPresent(seat -> plain.put("formerSeat", seat));
        return plain;
    }

    /**
     * Reads an entry; without {@code received} it counts as received when it was made.
     *
     * @throws MalformedDataException if a member is missing or wrong, or {@code by} is not whose act it is
     */
    public static Entry fromPlain(@Nullable Object plain) {
        Members members = Members.of(plain);
        Act act = act(members);
        String by = members.text("by");
        if (!by.equals(PlainNames.name(act.actor()))) {
            throw members.unexpected("by", "'" + PlainNames.name(act.actor()) + "'", by);
        }
        long at = members.whole("at");
        long received = members.has("received") ? members.whole("received") : at;
        long heard = members.has("heard") ? members.whole("heard") : Entry.UNHEARD;
        Optional<String> formerSeat =
                members.has("formerSeat") ? Optional.of(members.text("formerSeat")) : Optional.empty();
        EntryId id = members.read("id", EntryId::new);
        try {
            return new Entry(id, at, received, heard, formerSeat, act);
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException(String.valueOf(e.getMessage()), e);
        }
    }

    private static Act act(Members from) {
        String name = from.text("kind");
        Function<Members, Act> reader = READERS.get(name);
        if (reader == null) {
            throw new MalformedDataException("kind: there is no kind of entry '" + name + "'");
        }
        try {
            return reader.apply(from);
        } catch (MalformedDataException e) {
            throw e;
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException(name + ": " + e.getMessage(), e);
        }
    }

    private static String kind(Act act) {
        return switch (act) {
            case Act.StageOpened a -> "stage-opened";
            case Act.StageLeft a -> "stage-left";
            case Act.IdentityConfirmed a -> "identity-confirmed";
            case Act.WrongReported a -> "wrong-reported";
            case Act.ReportResolved a -> "report-resolved";
            case Act.CodeGiven a -> "code-given";
            case Act.LeaveGiven a -> "leave-given";
            case Act.StationChecked a -> "station-checked";
            case Act.StationExcused a -> "station-excused";
            case Act.PortraitTaken a -> "portrait-taken";
            case Act.LanguageChosen a -> "language-chosen";
            case Act.NoticeAccepted a -> "notice-accepted";
            case Act.NoticeDeclined a -> "notice-declined";
            case Act.InstructionsReopened a -> "instructions-reopened";
            case Act.BlockClosed a -> "block-closed";
            case Act.HandedIn a -> "handed-in";
            case Act.Reopened a -> "reopened";
            case Act.QuestionOpened a -> "question-opened";
            case Act.ReviewOpened a -> "review-opened";
            case Act.WalkBegun a -> "walk-begun";
            case Act.Answered a -> "answered";
            case Act.Played a -> "played";
            case Act.Erased a -> "erased";
            case Act.StruckOut a -> "struck-out";
            case Act.BroughtBack a -> "brought-back";
            case Act.Marked a -> "marked";
            case Act.Unmarked a -> "unmarked";
            case Act.StageRanOut a -> "stage-ran-out";
            case Act.SeatTaken a -> "seat-taken";
            case Act.WholeViewOpened a -> "whole-view-opened";
            case Act.BreakBegun a -> "break-begun";
            case Act.BreakEnded a -> "break-ended";
            case Act.SignedInAgain a -> "signed-in-again";
            case Act.EndSeen a -> "end-seen";
            case Act.AnswerEntered a -> "answer-entered";
            case Act.SurveyAnswered a -> "survey-answered";
            case Act.TermsFixed a -> "terms-fixed";
            case Act.ReceiptGiven a -> "receipt-given";
            case Act.HeldDecided a -> "held-decided";
            case Act.TimeGranted a -> "time-granted";
            case Act.Paused a -> "paused";
            case Act.Resumed a -> "resumed";
            case Act.ToolUsed a -> ToolCodec.kind(a.use());
            case Act.HelpCalled a -> "help-called";
            case Act.HelpWithdrawn a -> "help-withdrawn";
            case Act.HelpAnswered a -> "help-answered";
        };
    }

    private static void members(Act act, Map<String, Object> plain) {
        switch (act) {
            case Act.OnItem onItem -> onItem(onItem, plain);
            case Act.ByPerson by -> {
                plain.put("stage", by.stage().value());
                plain.put("person", by.person());
            }
            case Act.StageOpened a -> plain.put("stage", a.stage().value());
            case Act.StageLeft a -> plain.put("stage", a.stage().value());
            case Act.IdentityConfirmed a -> plain.put("stage", a.stage().value());
            case Act.WrongReported a -> {
                plain.put("stage", a.stage().value());
                plain.put("reason", PlainNames.name(a.reason()));
                plain.put("note", a.note());
            }
            case Act.CodeGiven a -> {
                plain.put("stage", a.stage().value());
                plain.put("right", a.right());
            }
            case Act.StationChecked a -> plain.put("figures", figures(a));
            case Act.PortraitTaken a -> {
                plain.put("stage", a.stage().value());
                plain.put("pictureDigest", a.pictureDigest());
            }
            case Act.LanguageChosen a -> plain.put("language", a.language());
            case Act.NoticeAccepted a -> {
                plain.put("stage", a.stage().value());
                plain.put("textDigest", a.textDigest());
                plain.put("given", a.given());
            }
            case Act.NoticeDeclined a -> plain.put("stage", a.stage().value());
            case Act.BlockClosed a -> plain.put("stage", a.stage().value());
            case Act.WalkBegun a -> {
                plain.put("subset", PlainNames.name(a.subset()));
                if (!a.chosen().isEmpty()) {
                    plain.put("chosen", a.chosen().stream().map(ItemId::value).toList());
                }
            }
            case Act.SurveyAnswered a -> {
                plain.put("stage", a.about().value());
                plain.put("rating", a.rating());
                plain.put("comment", a.comment());
            }
            case Act.TermsFixed a -> {
                plain.put("window", WindowCodec.toPlain(a.window()));
                plain.put("accommodations", AccommodationsCodec.toPlain(a.accommodations()));
            }
            case Act.StageRanOut a -> plain.put("stage", a.stage().value());
            case Act.SeatTaken a -> {
                plain.put("seat", a.seat());
                a.replaces().ifPresent(former -> plain.put("replaces", former));
            }
            case Act.HeldDecided a -> {
                plain.put("held", a.held().value());
                plain.put("counts", a.counts());
                plain.put("person", a.person());
            }
            case Act.TimeGranted a -> {
                plain.put("box", a.box().value());
                plain.put("extra", a.extra().toMillis());
            }
            case Act.ToolUsed a -> ToolCodec.members(a.use(), plain);
            case Act.HelpCalled a -> {
                plain.put("reason", PlainNames.name(a.reason()));
                plain.put("note", a.note());
            }
            case Act.HelpAnswered a -> {
                plain.put("person", a.person());
                plain.put("words", a.words());
            }
            case Act.ReceiptGiven none -> {}
            case Act.HelpWithdrawn none -> {}
            case Act.InstructionsReopened none -> {}
            case Act.HandedIn none -> {}
            case Act.WholeViewOpened none -> {}
            case Act.BreakBegun none -> {}
            case Act.BreakEnded none -> {}
            case Act.SignedInAgain none -> {}
            case Act.ReviewOpened none -> {}
            case Act.Paused none -> {}
            case Act.Resumed none -> {}
        }
    }

    private static void onItem(Act.OnItem act, Map<String, Object> plain) {
        plain.put("item", act.item().value());
        switch (act) {
            case Act.Answered answered -> {
                plain.put("response", answered.response().value());
                plain.put("cardinality", PlainNames.name(answered.value().cardinality()));
                plain.put("baseType", PlainNames.name(answered.value().baseType()));
                plain.put("values", answered.value().elements());
            }
            case Act.OnChoice onChoice -> {
                plain.put("response", onChoice.response().value());
                plain.put("choice", onChoice.choice().value());
            }
            case Act.QuestionOpened none -> {}
            case Act.EndSeen none -> {}
            case Act.AnswerEntered none -> {}
            case Act.Played played -> plain.put("response", played.response().value());
            case Act.Erased none -> {}
            case Act.Marked none -> {}
            case Act.Unmarked none -> {}
        }
    }

    private static Map<String, Object> figures(Act.StationChecked checked) {
        Map<String, Object> figures = new LinkedHashMap<>();
        checked.figures().forEach((line, measured) -> figures.put(PlainNames.name(line), measured));
        return figures;
    }

    private static Map<String, Function<Members, Act>> readers() {
        Map<String, Function<Members, Act>> readers = new HashMap<>();
        readers.put("stage-opened", from -> new Act.StageOpened(stage(from)));
        readers.put("stage-left", from -> new Act.StageLeft(stage(from)));
        readers.put("identity-confirmed", from -> new Act.IdentityConfirmed(stage(from)));
        readers.put(
                "wrong-reported",
                from -> new Act.WrongReported(
                        stage(from), PlainNames.read(from, "reason", Arrival.Reason.values()), from.text("note")));
        readers.put("report-resolved", byPerson(Act.ReportResolved::new));
        readers.put("code-given", from -> new Act.CodeGiven(stage(from), from.truth("right")));
        readers.put("leave-given", byPerson(Act.LeaveGiven::new));
        readers.put("station-checked", EntryCodec::stationChecked);
        readers.put("station-excused", byPerson(Act.StationExcused::new));
        readers.put("portrait-taken", from -> new Act.PortraitTaken(stage(from), from.text("pictureDigest")));
        readers.put("language-chosen", from -> new Act.LanguageChosen(from.text("language")));
        readers.put(
                "notice-accepted",
                from -> new Act.NoticeAccepted(stage(from), from.text("textDigest"), from.text("given")));
        readers.put("notice-declined", from -> new Act.NoticeDeclined(stage(from)));
        readers.put("instructions-reopened", from -> new Act.InstructionsReopened());
        readers.put("block-closed", from -> new Act.BlockClosed(stage(from)));
        readers.put("handed-in", from -> new Act.HandedIn());
        readers.put("reopened", byPerson(Act.Reopened::new));
        readers.put("question-opened", from -> new Act.QuestionOpened(item(from)));
        readers.put("review-opened", from -> new Act.ReviewOpened());
        readers.put("whole-view-opened", from -> new Act.WholeViewOpened());
        readers.put("walk-begun", EntryCodec::walkBegun);
        readers.put("break-begun", from -> new Act.BreakBegun());
        readers.put("break-ended", from -> new Act.BreakEnded());
        readers.put("signed-in-again", from -> new Act.SignedInAgain());
        readers.put("end-seen", from -> new Act.EndSeen(item(from)));
        readers.put("answer-entered", from -> new Act.AnswerEntered(item(from)));
        readers.put(
                "survey-answered",
                from -> new Act.SurveyAnswered(stage(from), from.count("rating"), from.text("comment")));
        readers.put(
                "terms-fixed",
                from -> new Act.TermsFixed(
                        WindowCodec.fromMembers(from.object("window")),
                        AccommodationsCodec.fromMembers(from.object("accommodations"))));
        readers.put("answered", from -> new Act.Answered(item(from), response(from), value(from)));
        readers.put("played", from -> new Act.Played(item(from), response(from)));
        readers.put("erased", from -> new Act.Erased(item(from)));
        readers.put("struck-out", from -> new Act.StruckOut(item(from), response(from), choice(from)));
        readers.put("brought-back", from -> new Act.BroughtBack(item(from), response(from), choice(from)));
        readers.put("marked", from -> new Act.Marked(item(from)));
        readers.put("unmarked", from -> new Act.Unmarked(item(from)));
        readers.put("stage-ran-out", from -> new Act.StageRanOut(stage(from)));
        readers.put(
                "seat-taken",
                from -> new Act.SeatTaken(
                        from.text("seat"),
                        from.has("replaces") ? Optional.of(from.text("replaces")) : Optional.empty()));
        readers.put("receipt-given", from -> new Act.ReceiptGiven());
        readers.put(
                "held-decided",
                from -> new Act.HeldDecided(
                        from.read("held", EntryId::new),
                        from.truth("counts"),
                        from.text("person"),
                        PlainNames.read(from, "by", Actor.values())));
        readers.put("time-granted", from -> new Act.TimeGranted(from.read("box", BoxId::new), from.millis("extra")));
        ToolCodec.READERS.forEach((kind, reader) -> readers.put(kind, from -> new Act.ToolUsed(reader.apply(from))));
        readers.put(
                "help-called",
                from -> new Act.HelpCalled(PlainNames.read(from, "reason", Help.Reason.values()), from.text("note")));
        readers.put("help-withdrawn", from -> new Act.HelpWithdrawn());
        readers.put("help-answered", from -> new Act.HelpAnswered(from.text("person"), from.text("words")));
        readers.put("paused", from -> new Act.Paused());
        readers.put("resumed", from -> new Act.Resumed());
        return readers;
    }

    private static Function<Members, Act> byPerson(BiFunction<StageId, String, Act> act) {
        return from -> act.apply(stage(from), from.text("person"));
    }

    private static Act walkBegun(Members from) {
        List<ItemId> chosen = from.has("chosen")
                ? from.texts("chosen").stream().map(ItemId::new).toList()
                : List.of();
        return new Act.WalkBegun(PlainNames.read(from, "subset", Subset.values()), chosen);
    }

    private static Act stationChecked(Members from) {
        Map<StationLine, List<Long>> figures = new EnumMap<>(StationLine.class);
        Members measured = from.object("figures");
        for (StationLine line : StationLine.values()) {
            String name = PlainNames.name(line);
            if (measured.has(name)) {
                figures.put(line, measured.wholes(name));
            }
        }
        return new Act.StationChecked(figures);
    }

    private static Value value(Members from) {
        return new Value(
                PlainNames.read(from, "cardinality", Value.Cardinality.values()),
                PlainNames.read(from, "baseType", Value.BaseType.values()),
                from.texts("values"));
    }

    private static StageId stage(Members from) {
        return from.read("stage", StageId::new);
    }

    private static ItemId item(Members from) {
        return from.read("item", ItemId::new);
    }

    private static ResponseId response(Members from) {
        return from.read("response", ResponseId::new);
    }

    private static ChoiceId choice(Members from) {
        return from.read("choice", ChoiceId::new);
    }
}
