package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.ChoiceId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ResponseId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Subset;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Entries as plain values. Every entry has {@code id}, {@code by}, {@code at} and {@code received} (milliseconds since
 * 1970-01-01T00:00Z) and {@code kind}; the kinds and their members are listed in docs/LEDGER.md.
 */
public final class EntryCodec {

    private EntryCodec() {}

    public static Map<String, Object> toPlain(Entry entry) {
        Map<String, Object> plain = actToPlain(entry.act());
        plain.put("id", entry.id().value());
        plain.put("by", PlainNames.name(entry.act().actor()));
        plain.put("at", entry.atMillis());
        plain.put("received", entry.receivedMillis());
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
        return new Entry(members.read("id", EntryId::new), at, received, act);
    }

    private static Map<String, Object> actToPlain(Act act) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("kind", kind(act).name);
        if (act instanceof Act.OnItem onItem) {
            plain.put("item", onItem.item().value());
        }
        if (act instanceof Act.OnChoice onChoice) {
            plain.put("response", onChoice.response().value());
            plain.put("choice", onChoice.choice().value());
        }
        switch (act) {
            case Act.Answered answered -> {
                plain.put("response", answered.response().value());
                plain.put("cardinality", PlainNames.name(answered.value().cardinality()));
                plain.put("baseType", PlainNames.name(answered.value().baseType()));
                plain.put("values", answered.value().elements());
            }
            case Act.StageOpened opened -> plain.put("stage", opened.stage().value());
            case Act.NoticeAccepted accepted -> {
                plain.put("stage", accepted.stage().value());
                plain.put("textDigest", accepted.textDigest());
            }
            case Act.NoticeDeclined declined ->
                plain.put("stage", declined.stage().value());
            case Act.BlockClosed closed -> plain.put("stage", closed.stage().value());
            case Act.WalkBegun begun -> plain.put("subset", PlainNames.name(begun.subset()));
            case Act.StageRanOut ranOut -> plain.put("stage", ranOut.stage().value());
            case Act.SeatTaken taken -> plain.put("seat", taken.seat());
            case Act.TimeGranted granted -> {
                plain.put("box", granted.box().value());
                plain.put("extra", granted.extra().toMillis());
            }
            case Act.QuestionOpened none -> {}
            case Act.Erased none -> {}
            case Act.StruckOut none -> {}
            case Act.BroughtBack none -> {}
            case Act.Marked none -> {}
            case Act.Unmarked none -> {}
            case Act.HandedIn none -> {}
            case Act.ReviewOpened none -> {}
            case Act.Paused none -> {}
            case Act.Resumed none -> {}
        }
        return plain;
    }

    private static Act act(Members from) {
        String name = from.text("kind");
        Kind kind = Kind.BY_NAME.get(name);
        if (kind == null) {
            throw new MalformedDataException("kind: there is no kind of entry '" + name + "'");
        }
        try {
            return kind.read(from);
        } catch (MalformedDataException e) {
            throw e;
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException(name + ": " + e.getMessage(), e);
        }
    }

    private static Kind kind(Act act) {
        return switch (act) {
            case Act.StageOpened a -> Kind.STAGE_OPENED;
            case Act.NoticeAccepted a -> Kind.NOTICE_ACCEPTED;
            case Act.NoticeDeclined a -> Kind.NOTICE_DECLINED;
            case Act.BlockClosed a -> Kind.BLOCK_CLOSED;
            case Act.HandedIn a -> Kind.HANDED_IN;
            case Act.QuestionOpened a -> Kind.QUESTION_OPENED;
            case Act.ReviewOpened a -> Kind.REVIEW_OPENED;
            case Act.WalkBegun a -> Kind.WALK_BEGUN;
            case Act.Answered a -> Kind.ANSWERED;
            case Act.Erased a -> Kind.ERASED;
            case Act.StruckOut a -> Kind.STRUCK_OUT;
            case Act.BroughtBack a -> Kind.BROUGHT_BACK;
            case Act.Marked a -> Kind.MARKED;
            case Act.Unmarked a -> Kind.UNMARKED;
            case Act.StageRanOut a -> Kind.STAGE_RAN_OUT;
            case Act.SeatTaken a -> Kind.SEAT_TAKEN;
            case Act.TimeGranted a -> Kind.TIME_GRANTED;
            case Act.Paused a -> Kind.PAUSED;
            case Act.Resumed a -> Kind.RESUMED;
        };
    }

    /** The name of each kind of act, and how its members are read. */
    private enum Kind {
        STAGE_OPENED("stage-opened") {
            @Override
            Act read(Members from) {
                return new Act.StageOpened(from.read("stage", StageId::new));
            }
        },
        NOTICE_ACCEPTED("notice-accepted") {
            @Override
            Act read(Members from) {
                return new Act.NoticeAccepted(from.read("stage", StageId::new), from.text("textDigest"));
            }
        },
        NOTICE_DECLINED("notice-declined") {
            @Override
            Act read(Members from) {
                return new Act.NoticeDeclined(from.read("stage", StageId::new));
            }
        },
        BLOCK_CLOSED("block-closed") {
            @Override
            Act read(Members from) {
                return new Act.BlockClosed(from.read("stage", StageId::new));
            }
        },
        HANDED_IN("handed-in") {
            @Override
            Act read(Members from) {
                return new Act.HandedIn();
            }
        },
        QUESTION_OPENED("question-opened") {
            @Override
            Act read(Members from) {
                return new Act.QuestionOpened(item(from));
            }
        },
        REVIEW_OPENED("review-opened") {
            @Override
            Act read(Members from) {
                return new Act.ReviewOpened();
            }
        },
        WALK_BEGUN("walk-begun") {
            @Override
            Act read(Members from) {
                return new Act.WalkBegun(PlainNames.read(from, "subset", Subset.values()));
            }
        },
        ANSWERED("answered") {
            @Override
            Act read(Members from) {
                Value value = new Value(
                        PlainNames.read(from, "cardinality", Value.Cardinality.values()),
                        PlainNames.read(from, "baseType", Value.BaseType.values()),
                        from.texts("values"));
                return new Act.Answered(item(from), response(from), value);
            }
        },
        ERASED("erased") {
            @Override
            Act read(Members from) {
                return new Act.Erased(item(from));
            }
        },
        STRUCK_OUT("struck-out") {
            @Override
            Act read(Members from) {
                return new Act.StruckOut(item(from), response(from), from.read("choice", ChoiceId::new));
            }
        },
        BROUGHT_BACK("brought-back") {
            @Override
            Act read(Members from) {
                return new Act.BroughtBack(item(from), response(from), from.read("choice", ChoiceId::new));
            }
        },
        MARKED("marked") {
            @Override
            Act read(Members from) {
                return new Act.Marked(item(from));
            }
        },
        UNMARKED("unmarked") {
            @Override
            Act read(Members from) {
                return new Act.Unmarked(item(from));
            }
        },
        STAGE_RAN_OUT("stage-ran-out") {
            @Override
            Act read(Members from) {
                return new Act.StageRanOut(from.read("stage", StageId::new));
            }
        },
        SEAT_TAKEN("seat-taken") {
            @Override
            Act read(Members from) {
                return new Act.SeatTaken(from.text("seat"));
            }
        },
        TIME_GRANTED("time-granted") {
            @Override
            Act read(Members from) {
                return new Act.TimeGranted(from.read("box", BoxId::new), from.millis("extra"));
            }
        },
        PAUSED("paused") {
            @Override
            Act read(Members from) {
                return new Act.Paused();
            }
        },
        RESUMED("resumed") {
            @Override
            Act read(Members from) {
                return new Act.Resumed();
            }
        };

        private static final Map<String, Kind> BY_NAME = new HashMap<>();

        static {
            for (Kind kind : values()) {
                BY_NAME.put(kind.name, kind);
            }
        }

        private final String name;

        Kind(String name) {
            this.name = name;
        }

        abstract Act read(Members from);

        private static ItemId item(Members from) {
            return from.read("item", ItemId::new);
        }

        private static ResponseId response(Members from) {
            return from.read("response", ResponseId::new);
        }
    }
}
