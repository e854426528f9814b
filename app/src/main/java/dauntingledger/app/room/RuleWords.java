package dauntingledger.app.room;

import dauntingledger.app.words.Marks;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.WatchCamera;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Window;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Says the rules of a paper in plain words, so that nobody meets one that no page stated before. */
@Component
class RuleWords {

    private final Words words;
    private final WallClock wall;

    RuleWords(Words words, WallClock wall) {
        this.words = words;
        this.wall = wall;
    }

    /** Returns the rules of a block, a sentence each. */
    List<String> block(Paper paper, Stage.Block block, Window window) {
        List<String> rules = new ArrayList<>();
        if (block.sections().size() > 1) {
            rules.add(words.say(
                    "rule.sections",
                    String.join(
                            ", ", block.sections().stream().map(Section::title).toList())));
        }
        block.sections()
                .forEach(section -> movement(section.movement(), block, section).forEach(rules::add));
        entering(block).ifPresent(rules::add);
        if (!block.review()) {
            rules.add(words.say("rule.no-review"));
        }
        if (paper.lastBlock() == paper.indexOf(block.id())) {
            finish(paper, window).ifPresent(rules::add);
        }
        return rules;
    }

    private Stream<String> movement(Movement movement, Stage.Block block, Section section) {
        List<String> rules = new ArrayList<>();
        switch (movement.direction()) {
            case FREE -> {}
            case FORWARD -> rules.add(words.say("rule.forward"));
            case FORWARD_WITH_SKIPS -> rules.add(words.say("rule.forward-with-skips"));
        }
        if (movement.answering()) {
            rules.add(words.say("rule.must-answer"));
        }
        if (movement.seeing()) {
            rules.add(words.say("rule.must-see-end"));
        }
        return rules.stream()
                .map(rule -> block.sections().size() == 1 ? rule : words.say("rule.in-section", section.title(), rule));
    }

    private Optional<String> entering(Stage.Block block) {
        List<Entering> ways = block.items()
                .map(Item::entering)
                .filter(way -> way.deliberate() || way.isLimited())
                .distinct()
                .toList();
        if (ways.isEmpty()) {
            return Optional.empty();
        }
        boolean all = block.items().map(Item::entering).allMatch(ways.getFirst()::equals);
        return Optional.of(all ? entering(ways.getFirst()) : words.say("rule.entering.some"));
    }

    /** Returns how an answer is entered where that is not at each choice, or an empty text. */
    String entering(Entering way) {
        if (way.isLimited()) {
            String key = way.deliberate() ? "rule.entering.tries" : "rule.choosing.tries";
            return words.say(key, way.tries());
        }
        return way.deliberate() ? words.say("rule.entering.deliberate") : "";
    }

    String ofBreak(Stage.Break rest) {
        List<String> rules = new ArrayList<>();
        rules.add(
                rest.isOptional()
                        ? words.say("rule.break.optional")
                        : words.say("rule.break.least", words.span(rest.least())));
        rules.add(clocks(rest.clocks()));
        if (rest.signInAgain()) {
            rules.add(words.say("rule.break.sign-in"));
        }
        return String.join(" ", rules);
    }

    /** Returns what is granted of breaks at one's own moment, or empty if there are none. */
    Optional<String> ownBreaks(Paper paper) {
        return paper.rules().ownBreaks().map(breaks -> {
            List<String> rules = new ArrayList<>();
            rules.add(ownBreaks(breaks));
            rules.add(clocks(breaks.clocks()));
            if (breaks.seals()) {
                rules.add(words.say("rule.own-breaks.seals"));
            }
            if (breaks.signInAgain()) {
                rules.add(words.say("rule.break.sign-in"));
            }
            return String.join(" ", rules);
        });
    }

    /** Returns what is asked of somebody who sits alone, and what follows if it is not kept; empty if nothing is asked. */
    Optional<String> watch(Paper paper) {
        return paper.rules().watch().map(watch -> {
            List<String> rules = new ArrayList<>();
            if (watch.fullScreen()) {
                rules.add(words.say("rule.watch.full-screen"));
            }
            if (watch.staying()) {
                rules.add(words.say("rule.watch.staying"));
            }
            if (watch.fullScreen() || watch.staying()) {
                rules.add(words.say("rule.watch.written", watch.shortest().toSeconds()));
                if (watch.warnings() > 0) {
                    rules.add(words.say("rule.watch.warnings", watch.warnings()));
                }
                rules.add(words.say("rule.watch.then." + PlainNames.name(watch.then())));
            }
            watch.camera().ifPresent(camera -> rules.add(camera(camera)));
            return String.join(" ", rules);
        });
    }

    private String camera(WatchCamera camera) {
        return words.say(
                "rule.watch.camera",
                camera.from().toSeconds(),
                camera.to().toSeconds(),
                camera.patience().toSeconds(),
                camera.keep().toDays());
    }

    private String ownBreaks(OwnBreaks breaks) {
        String longest = words.span(breaks.longest());
        if (breaks.number() == 0) {
            return words.say("rule.own-breaks.pool", words.span(breaks.pool().orElse(Duration.ZERO)), longest);
        }
        String number = words.say("rule.own-breaks", breaks.number(), longest);
        return breaks.pool()
                .map(pool -> number + " " + words.say("rule.own-breaks.together", words.span(pool)))
                .orElse(number);
    }

    private String clocks(Clocks clocks) {
        return words.say(clocks == Clocks.STAND_STILL ? "rule.clocks-stand" : "rule.clocks-run");
    }

    /** Returns from when on the exam can be finished, or empty if at any time. */
    Optional<String> finish(Paper paper, Window window) {
        return switch (paper.handIn().finish()) {
            case Finish.AtAnyTime any -> Optional.empty();
            case Finish.After after
            when window.isBounded() ->
                Optional.of(
                        words.say("rule.finish.from", wall.minute(window.opens().plus(after.span()))));
            case Finish.After after -> Optional.of(words.say("rule.finish.after", words.span(after.span())));
            case Finish.AfterShare after -> Optional.of(words.say("rule.finish.share", percent(after.share())));
            case Finish.AtTheEnd end -> Optional.of(words.say("rule.finish.end"));
        };
    }

    private static String percent(Rational share) {
        return Marks.write(share.times(Rational.of(100)));
    }
}
