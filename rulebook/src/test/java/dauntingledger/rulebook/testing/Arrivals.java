package dauntingledger.rulebook.testing;

import static dauntingledger.rulebook.testing.SamplePapers.stage;

import dauntingledger.rulebook.paper.Stage.Admission.Late;
import dauntingledger.rulebook.paper.Stage.Admission.Way;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Window;
import java.time.Duration;
import java.time.Instant;

/** Candidates on their way to the first question of {@link SamplePapers#arrival}, at nine, ten minutes before the door opens. */
public final class Arrivals {

    public static final Instant OPENS = Desk.NINE.plus(Duration.ofMinutes(10));
    public static final Window WINDOW =
            Window.of(Desk.NINE.minus(Duration.ofMinutes(5)), OPENS, OPENS.plus(Duration.ofMinutes(15)));
    public static final Act AGREED = new Act.NoticeAccepted(stage("consent"), SamplePapers.DIGEST, "I agree");
    public static final Act CODE = new Act.CodeGiven(stage("door"), true);
    public static final Act WRONG_CODE = new Act.CodeGiven(stage("door"), false);
    public static final Act LEAVE = new Act.LeaveGiven(stage("door"), "Jonna Hartwell");

    private Arrivals() {}

    public static Desk arriving(Late late, Way... ways) {
        return new Desk(SamplePapers.arrival(SamplePapers.door(late, ways)), WINDOW).opens("consent");
    }

    public static Desk atTheDoor(Late late, Way... ways) {
        return arriving(late, ways).does(AGREED).does(new Act.IdentityConfirmed(stage("identity")));
    }

    public static Desk atTheStation() {
        return atTheDoor(Late.NOT_ADMITTED, Way.CODE).does(CODE);
    }

    public static String stageOf(Desk desk) {
        return desk.sitting().route().stage().map(at -> at.id().value()).orElse("");
    }
}
