package dauntingledger.app.demo;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.practice.PastAnswers;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Brings sittings of the demo world to where they are to be looked at, and anew when time has gone over them. */
@Component
class DemoSittings {

    /** One question in so many is not known to who is good. */
    private static final int NOT_KNOWN = 5;

    private static final int ANSWERED = 5;
    private static final long PRACTICE_SEED = 7;
    private static final int PRACTICE_RUNS = 11;
    private static final Duration EVERY_OTHER_DAY = Duration.ofDays(2);
    private static final double KNOWN_AT_FIRST = 0.2;
    private static final double LEARNED_EACH_TIME = 0.07;
    private static final double KNOWN_BY_OTHERS = 0.6;
    private static final int USUAL_PERCENT = 100;
    private static final int SLOW_PERCENT = 170;
    private static final int QUICKER_PERCENT = 8;
    private static final Duration AGO = Duration.ofHours(2);
    private static final Duration JUST_NOW = Duration.ofMinutes(6);

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final PastAnswers practised;
    private final Clock clock;

    DemoSittings(Appointments appointments, Ledgers ledgers, Papers papers, PastAnswers practised, Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.practised = practised;
        this.clock = clock;
    }

    void openNow(String candidate, PaperRef paper, String seat, Terms terms) {
        if (appointments.of(candidate).isEmpty()) {
            appointments.make(candidate, paper, seat, terms);
        }
    }

    void scheduled(String candidate, PaperRef paper, String seat, Terms terms) {
        boolean ahead = appointments.of(candidate).stream()
                .anyMatch(made -> made.terms().window().opens().isAfter(clock.instant()));
        if (!ahead) {
            appointments.make(candidate, paper, seat, terms);
        }
    }

    void atTheDoor(String candidate, PaperRef paper, String seat, Terms terms) {
        unless(candidate, sitting -> true, () -> appointments.make(candidate, paper, seat, terms), made -> {
            Past past = new Past(made, clock.instant());
            past.enter();
            past.stage(Stage.Identity.class).ifPresent(stage -> past.act(new Act.IdentityConfirmed(stage.id())));
        });
    }

    /** A sitting two hours ago, from the first question to the hand-in, by somebody who knows most of it. */
    void handedIn(String candidate, PaperRef paper, String seat) {
        unless(candidate, sitting -> true, () -> appointments.make(candidate, paper, seat, Terms.OPEN), made -> {
            Instant at = clock.instant().minus(AGO);
            Map<ItemId, Map<ResponseId, List<String>>> right = DemoAnswers.right(papers.marking(paper, made.seed())
                    .explain("", ledgers.open(made, at).sitting(), Map.of()));
            Past past = new Past(
                    made,
                    at,
                    item -> DemoAnswers.giving(
                            item,
                            interaction -> item.id().hashCode() % NOT_KNOWN == 0
                                    ? interaction.example()
                                    : DemoAnswers.knowing(item, interaction, right)));
            past.intoTheFirstBlock();
            List<Stage> route = papers.text(paper).paper().route();
            int first = route.indexOf(past.stage(Stage.Block.class).orElseThrow());
            route.subList(first, route.size()).forEach(past::through);
        });
    }

    /** Three weeks of practice, every other day, by somebody who learns and gets quicker. */
    void practised(String candidate, List<PaperRef> inTurn) {
        Random random = new Random(PRACTICE_SEED);
        List<PracticeMode> modes = List.of(PracticeMode.values());
        for (int run = 0; run < PRACTICE_RUNS; run++) {
            Instant at = clock.instant().minus(EVERY_OTHER_DAY.multipliedBy(PRACTICE_RUNS - run));
            Appointment made = appointments.make(
                    candidate, inTurn.get(run % inTurn.size()), "", Terms.practising(modes.get(run % modes.size())));
            double known = KNOWN_AT_FIRST + LEARNED_EACH_TIME * run;
            practised(made, at, SLOW_PERCENT - QUICKER_PERCENT * run, random, known);
        }
    }

    /** Others who have practised a paper once, each at another pace; how it went is kept as when they see their receipt. */
    void practised(List<String> others, PaperRef paper) {
        Random random = new Random(PRACTICE_SEED);
        int percent = USUAL_PERCENT / 2;
        for (String candidate : others) {
            Appointment made = appointments.make(candidate, paper, "", Terms.practising(PracticeMode.UNTIMED));
            practised(made, clock.instant().minus(EVERY_OTHER_DAY), percent, random, KNOWN_BY_OTHERS);
            practised.keep(made);
            percent += QUICKER_PERCENT;
        }
    }

    private void practised(Appointment made, Instant at, int percent, Random random, double known) {
        Map<ItemId, Map<ResponseId, List<String>>> right = DemoAnswers.right(papers.marking(made.paper(), made.seed())
                .explain("", ledgers.open(made, at).sitting(), Map.of()));
        Past practice = new Past(
                made,
                at,
                item -> DemoAnswers.giving(
                        item,
                        interaction -> random.nextDouble() < known
                                ? DemoAnswers.knowing(item, interaction, right)
                                : interaction.example()));
        practice.percent = percent;
        throughAll(practice);
    }

    /** Brings a sitting of an exam from its first question to the hand-in. */
    void throughAll(Appointment made, Instant at, Function<Item, List<Act>> answering) {
        throughAll(new Past(made, at, answering));
    }

    private void throughAll(Past past) {
        past.enter();
        List<Stage> route = papers.text(past.made.paper()).paper().route();
        for (Stage stage : route) {
            past.through(stage);
        }
    }

    void inProgress(String candidate, PaperRef paper, String seat) {
        unless(
                candidate,
                sitting -> sitting.route()
                        .stage()
                        .filter(Stage.Block.class::isInstance)
                        .isPresent(),
                () -> appointments.make(candidate, paper, seat, Terms.OPEN),
                made -> {
                    Past past = new Past(made, clock.instant().minus(JUST_NOW));
                    past.intoTheFirstBlock();
                    papers.text(paper).paper().items().limit(ANSWERED).forEach(past::answer);
                });
    }

    /** Brings a sitting of an exam to where its candidate has answered some questions since {@code ago}. */
    void atWork(Appointment made, Duration ago, int answers) {
        Past past = new Past(made, clock.instant().minus(ago));
        past.intoTheFirstBlock();
        papers.text(made.paper()).paper().items().limit(answers).forEach(past::answer);
    }

    private void unless(
            String candidate, Predicate<Sitting> already, Supplier<Appointment> make, Consumer<Appointment> bring) {
        boolean there = appointments.of(candidate).stream()
                .map(made -> ledgers.open(made, clock.instant()).sitting())
                .anyMatch(already);
        if (!there) {
            bring.accept(make.get());
        }
    }

    /** A sitting as somebody brings it about, at instants that lie behind the clock of the house. */
    private final class Past {
        private final Appointment made;
        private final Function<Item, List<Act>> answering;
        private Instant at;
        private int steps;
        /** How long a question takes, of what is usual. */
        private int percent = USUAL_PERCENT;

        Past(Appointment made, Instant at) {
            this(made, at, DemoAnswers::answering);
        }

        Past(Appointment made, Instant at, Function<Item, List<Act>> answering) {
            this.made = made;
            this.at = at;
            this.answering = answering;
        }

        void enter() {
            act(new Act.StageOpened(sitting().paper().route().getFirst().id()));
        }

        void intoTheFirstBlock() {
            enter();
            stage(Stage.Notice.class)
                    .map(Stage.Notice.class::cast)
                    .ifPresent(notice -> act(new Act.NoticeAccepted(
                            notice.id(), notice.textDigests().iterator().next(), "")));
            stage(Stage.Instructions.class).ifPresent(read -> act(new Act.StageLeft(read.id())));
            if (sitting().route().position() instanceof Position.Before before) {
                act(new Act.StageOpened(
                        sitting().paper().route().get(before.stage()).id()));
            }
        }

        /** Goes through a stage: accepts it, answers its questions, takes its break, hands in. */
        void through(Stage stage) {
            switch (stage) {
                case Stage.Notice notice ->
                    act(new Act.NoticeAccepted(
                            notice.id(), notice.textDigests().iterator().next(), ""));
                case Stage.StationCheck check -> {
                    act(new Act.StationExcused(check.id(), "Jonna Hartwell"));
                    act(new Act.StageLeft(check.id()));
                }
                case Stage.Admission door -> act(new Act.CodeGiven(door.id(), true));
                case Stage.Instructions read -> act(new Act.StageLeft(read.id()));
                case Stage.Block block -> {
                    if (sitting().route().position() instanceof Position.Before) {
                        act(new Act.StageOpened(block.id()));
                    }
                    block.items().forEach(this::answer);
                    act(new Act.ReviewOpened());
                    act(new Act.BlockClosed(block.id()));
                }
                case Stage.Break rest -> {
                    at = at.plus(rest.length());
                    act(new Act.SignedInAgain());
                }
                case Stage.HandIn handIn -> act(new Act.HandedIn());
                default -> throw new IllegalStateException("the demo does not lead through " + stage.id());
            }
        }

        /** Looks at a question and answers all that is asked in it. */
        void answer(Item item) {
            DemoAnswers.looking(item).forEach(this::act);
            at = at.plus(Duration.ofSeconds(12 + 17L * (steps++ % 4))
                    .multipliedBy(percent)
                    .dividedBy(USUAL_PERCENT));
            answering.apply(item).forEach(this::act);
            at = at.plusSeconds(3);
        }

        Optional<Stage> stage(Class<? extends Stage> kind) {
            return sitting().route().stage().filter(kind::isInstance);
        }

        private Sitting sitting() {
            return ledgers.open(made, at).sitting();
        }

        /** Does what the rules permit here; what they do not leaves no trace. */
        void act(Act act) {
            ledgers.record(made, act, at);
        }
    }
}
