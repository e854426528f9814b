package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.practice.Run;
import java.util.Map;

/** Runs of practice as plain values. */
public final class RunCodec {

    private static final MemberType<PaperId> PAPER = MemberType.text(PaperId::value, PaperId::new);

    private static final Schema<Run.OfSection> SECTION = Schema.of(
            Run.OfSection::new,
            Field.of("section", Ids.SECTION, Run.OfSection::section),
            Field.of("title", MemberType.TEXT, Run.OfSection::title),
            Field.of("marks", MemberType.RATIONAL, Run.OfSection::marks),
            Field.of("most", MemberType.RATIONAL, Run.OfSection::most),
            Field.of("questions", MemberType.COUNT, Run.OfSection::questions),
            Field.of("spent", MemberType.MILLIS, Run.OfSection::spent));

    private static final Schema<Run> RUN = Schema.of(
            Run::new,
            Field.of("paper", PAPER, Run::paper),
            Field.of("mode", MemberType.name(PracticeMode.values()), Run::mode),
            Field.of("handedIn", MemberType.INSTANT, Run::handedIn),
            Field.of("sections", MemberType.objects(SECTION), Run::sections));

    private RunCodec() {}

    public static Map<String, Object> toPlain(Run run) {
        return RUN.toPlain(run);
    }

    /** @throws MalformedDataException if this is no run */
    public static Run fromPlain(Map<?, ?> plain) {
        return RUN.fromPlain(plain);
    }
}
