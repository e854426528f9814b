package dauntingledger.app.room;

import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.sitting.Window;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Says what a paper asks of a candidate, from the first stage to the closing of the room. */
@Component
class RoadRules {

    private final StageKinds kinds;
    private final RuleWords ruleWords;
    private final Words words;
    private final WallClock wall;

    RoadRules(StageKinds kinds, RuleWords ruleWords, Words words, WallClock wall) {
        this.kinds = kinds;
        this.ruleWords = ruleWords;
        this.words = words;
        this.wall = wall;
    }

    /** Returns the rules, made from the paper, so that they cannot disagree with it. */
    List<StageViews.Rule> of(Paper paper, Window window) {
        Stream<StageViews.Rule> ofTheRoute = paper.route().stream()
                .map(stage -> kinds.rule(stage, paper, window))
                .flatMap(Optional::stream);
        Stream<StageViews.Rule> ownBreaks = ruleWords.ownBreaks(paper).stream()
                .map(what -> new StageViews.Rule(words.say("rule.own-breaks.title"), what, "", ""));
        Stream<StageViews.Rule> closing = window.ends().stream()
                .map(ends -> new StageViews.Rule(
                        words.say("rule.room.title"), words.say("rule.room"), wall.minute(ends), ""));
        Stream<StageViews.Rule> watch = ruleWords.watch(paper).stream()
                .map(what -> new StageViews.Rule(words.say("rule.watch.title"), what, "", ""));
        return Stream.of(ofTheRoute, watch, ownBreaks, closing)
                .flatMap(rules -> rules)
                .toList();
    }
}
