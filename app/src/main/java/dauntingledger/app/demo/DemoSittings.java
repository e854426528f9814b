package dauntingledger.app.demo;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Brings sittings of the demo world to where they are to be looked at, and anew when time has gone over them. */
@Component
class DemoSittings {

    private static final int ANSWERED = 5;

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Clock clock;

    DemoSittings(Appointments appointments, Ledgers ledgers, Papers papers, Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
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
            enter(made);
            stage(made, Stage.Identity.class).ifPresent(stage -> act(made, new Act.IdentityConfirmed(stage.id())));
        });
    }

    void handedIn(String candidate, PaperRef paper, String seat) {
        unless(candidate, sitting -> true, () -> appointments.make(candidate, paper, seat, Terms.OPEN), made -> {
            intoTheFirstBlock(made);
            papers.text(paper).paper().items().forEach(item -> answer(made, item));
            stage(made, Stage.Block.class).ifPresent(block -> act(made, new Act.BlockClosed(block.id())));
            papers.text(paper).paper().blocks().skip(1).forEach(block -> {
                act(made, new Act.StageOpened(block.id()));
                block.sections().stream()
                        .flatMap(section -> section.items())
                        .limit(ANSWERED)
                        .forEach(item -> answer(made, item));
                act(made, new Act.BlockClosed(block.id()));
            });
            act(made, new Act.HandedIn());
        });
    }

    void inProgress(String candidate, PaperRef paper, String seat) {
        unless(
                candidate,
                sitting -> sitting.stage().filter(Stage.Block.class::isInstance).isPresent(),
                () -> appointments.make(candidate, paper, seat, Terms.OPEN),
                made -> {
                    intoTheFirstBlock(made);
                    papers.text(paper).paper().items().limit(ANSWERED).forEach(item -> answer(made, item));
                });
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

    private void enter(Appointment made) {
        Paper paper = papers.text(made.paper()).paper();
        act(made, new Act.StageOpened(paper.route().getFirst().id()));
    }

    private void intoTheFirstBlock(Appointment made) {
        enter(made);
        stage(made, Stage.Notice.class)
                .map(Stage.Notice.class::cast)
                .ifPresent(notice -> act(
                        made,
                        new Act.NoticeAccepted(
                                notice.id(), notice.textDigests().iterator().next(), "")));
        stage(made, Stage.Instructions.class).ifPresent(read -> act(made, new Act.StageLeft(read.id())));
        Sitting here = ledgers.open(made, clock.instant()).sitting();
        if (here.position() instanceof Position.Before before) {
            act(
                    made,
                    new Act.StageOpened(here.paper().route().get(before.stage()).id()));
        }
    }

    /** Looks at a question and chooses its first option or types a number. */
    private void answer(Appointment made, Item item) {
        act(made, new Act.QuestionOpened(item.id()));
        Interaction interaction = item.interactions().getFirst();
        act(made, new Act.Answered(item.id(), interaction.response(), value(interaction)));
    }

    private static Value value(Interaction interaction) {
        return switch (interaction) {
            case Interaction.Choice choice
            when choice.isSingle() -> Value.choice(choice.choices().getFirst());
            case Interaction.Choice choice ->
                Value.choices(List.copyOf(choice.choices().subList(0, choice.minChoices())));
            case Interaction.NumberEntry entry -> Value.typed("4");
        };
    }

    private Optional<Stage> stage(Appointment made, Class<? extends Stage> kind) {
        return ledgers.open(made, clock.instant()).sitting().stage().filter(kind::isInstance);
    }

    private void act(Appointment made, Act act) {
        ledgers.record(made, act, clock.instant());
    }
}
