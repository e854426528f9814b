package dauntingledger.app.ledger;

import static dauntingledger.rulebook.testing.Arrivals.AGREED;
import static dauntingledger.rulebook.testing.Arrivals.arriving;
import static dauntingledger.rulebook.testing.Arrivals.atTheStation;
import static dauntingledger.rulebook.testing.SamplePapers.stage;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Stage.Admission.Late;
import dauntingledger.rulebook.paper.Stage.Admission.Way;
import dauntingledger.rulebook.plain.RoomCodec;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.Programs;
import dauntingledger.rulebook.testing.SampleInteractions;
import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.testing.Scripts;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * The scripts are checked against the shapes of what {@link RoomCodec} writes. They are found by going through made-up
 * sittings entry by entry; where they have changed, this test fails and leaves the new file beside the build's output.
 */
class RoomShapeTest {

    private static final Path KEPT = Path.of("src/main/frontend/types/room.d.ts");
    private static final Path FOUND = Path.of("target/room.d.ts");
    private static final int MADE_UP = 120;
    private static final int ENTRIES = 150;
    private static final Set<String> DICTIONARIES =
            Set.of("totals", "responses", "playsLeft", "struck", "programs", "aside");

    @Test
    void isWhatTheScriptsAreCheckedAgainst() throws IOException {
        TypeShape room = new TypeShape(DICTIONARIES);
        TypeShape question = new TypeShape(DICTIONARIES);
        sittings().forEach(sitting -> {
            room.add(RoomCodec.toPlain(sitting));
            sitting.questions().all().forEach(one -> question.add(RoomCodec.question(one)));
        });

        String found = """
                // Written by RoomShapeTest from what RoomCodec writes. After a change, copy target/room.d.ts here.

                /** A sitting as the room shows it; spans and instants in milliseconds. */
                export type Room = %s;

                /** A question as its cell and its sheet show it. */
                export type Question = %s;
                """.formatted(room.type(""), question.type(""));
        Files.writeString(FOUND, found);

        assertThat(KEPT).hasContent(found);
    }

    private static Stream<Sitting> sittings() {
        return Stream.concat(LongStream.range(0, MADE_UP).boxed().flatMap(RoomShapeTest::madeUp), byHand());
    }

    private static Stream<Sitting> madeUp(long seed) {
        Scripts.Script script = new Scripts(seed).script(ENTRIES);
        List<Sitting> sittings = new ArrayList<>();
        Sitting sitting = Sitting.of(script.paper(), script.window());
        for (Entry entry : script.entries()) {
            sitting = sitting.after(List.of(entry));
            sittings.add(sitting);
        }
        return sittings.stream();
    }

    /** What the made-up sittings never come to. */
    private static Stream<Sitting> byHand() {
        Desk reported = arriving(Late.BY_LEAVE, Way.CODE)
                .does(AGREED)
                .does(new Act.WrongReported(stage("identity"), Arrival.Reason.SEAT, "I sit at 8"));
        Desk inGerman = atTheStation()
                .does(new Act.StationExcused(stage("station"), "Jonna Hartwell"))
                .leaves("station")
                .does(new Act.PortraitTaken(stage("portrait"), SamplePapers.DIGEST))
                .does(new Act.LanguageChosen("de"));
        Item sound = SamplePapers.item(
                "sound",
                Rational.ONE,
                Rational.ZERO,
                Item.Credit.WHOLE,
                SampleInteractions.SOUND,
                SamplePapers.box(new ResponseId("R2")));
        Sitting playing = Sitting.of(
                SamplePapers.paper(List.of(SamplePapers.block("listening", sound), SamplePapers.handIn()), List.of()));
        return Stream.of(reported.sitting(), inGerman.sitting(), playing, Programs.aside(), Programs.tried());
    }
}
