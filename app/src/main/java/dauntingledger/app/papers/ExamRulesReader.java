package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.isTrue;
import static dauntingledger.app.papers.Attributes.optional;
import static dauntingledger.app.papers.Attributes.rational;
import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.span;
import static dauntingledger.app.papers.Attributes.whole;
import static dauntingledger.app.papers.Attributes.word;
import static dauntingledger.app.papers.Attributes.words;

import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Practice;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.Survey;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.paper.WatchCamera;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** Reads the rules of a side file that belong to no single stage, and from when on an exam can be finished. */
final class ExamRulesReader {

    private ExamRulesReader() {}

    static ExamRules rules(XmlElement root) {
        List<XmlElement> breaks = root.elements("own-breaks").toList();
        if (breaks.size() > 1) {
            throw new IllegalArgumentException(
                    "a paper has one element 'own-breaks' at most, but has " + breaks.size());
        }
        return new ExamRules(
                isTrue(root, "clock-may-hide"),
                breaks.stream().findFirst().map(ExamRulesReader::ownBreaks),
                root.elements("room-closes")
                        .flatMap(element -> warnings(element).stream())
                        .toList(),
                root.elements("survey").map(ExamRulesReader::survey).toList(),
                watch(root),
                Equipment.NONE,
                practice(root));
    }

    /** A paper of purpose {@code practice} offers what {@code practice="learn rehearse untimed"} says, or all of it. */
    private static Optional<Practice> practice(XmlElement root) {
        boolean forPractice =
                root.attribute("purpose").filter("practice"::equals).isPresent();
        if (!forPractice && root.attribute("practice").isPresent()) {
            throw new IllegalArgumentException("only a paper of purpose practice says how it is practised");
        }
        return forPractice
                ? Optional.of(
                        Practice.offering(words(root, "practice", PracticeMode.values(), "learn rehearse untimed")))
                : Optional.empty();
    }

    private static Optional<Watch> watch(XmlElement root) {
        List<XmlElement> watches = root.elements("watch").toList();
        if (watches.size() > 1) {
            throw new IllegalArgumentException("a paper has one element 'watch' at most, but has " + watches.size());
        }
        return watches.stream()
                .findFirst()
                .map(element -> new Watch(
                        isTrue(element, "full-screen"),
                        isTrue(element, "stay"),
                        span(element, "shortest", Duration.ofSeconds(2)),
                        whole(element, "warnings", "0"),
                        word(element, "then", Watch.Then.values(), "nothing"),
                        element.elements("camera").map(ExamRulesReader::camera).findFirst()));
    }

    private static WatchCamera camera(XmlElement element) {
        return new WatchCamera(
                span(element, "from", Duration.ofSeconds(20)),
                span(element, "to", Duration.ofSeconds(60)),
                span(element, "patience", Duration.ofSeconds(20)),
                span(element, "keep", Duration.ofDays(30)));
    }

    private static OwnBreaks ownBreaks(XmlElement element) {
        Optional<Duration> pool = optional(element, "pool");
        return new OwnBreaks(
                whole(element, "number", "0"),
                pool,
                span(element, "longest", pool.orElse(null)),
                word(element, "clocks", Clocks.values(), "run-on"),
                isTrue(element, "sign-in-again"),
                isTrue(element, "seals"));
    }

    private static Survey survey(XmlElement element) {
        return new Survey(new StageId(required(element, "about")), required(element, "title"));
    }

    /** Reads from when on the candidate can finish: {@code not-before="PT45M"}, {@code not-before-share="3/4"}, or neither. */
    static Finish finish(XmlElement handIn) {
        boolean after = handIn.attribute("not-before").isPresent();
        boolean share = handIn.attribute("not-before-share").isPresent();
        boolean end = isTrue(handIn, "at-the-end-only");
        if ((after ? 1 : 0) + (share ? 1 : 0) + (end ? 1 : 0) > 1) {
            throw new IllegalArgumentException(
                    "only one of not-before, not-before-share and at-the-end-only can say when one may finish");
        }
        if (after) {
            return new Finish.After(span(handIn, "not-before", null));
        }
        if (share) {
            return new Finish.AfterShare(rational(handIn, "not-before-share"));
        }
        return end ? new Finish.AtTheEnd() : Finish.AT_ANY_TIME;
    }

    static List<Duration> warnings(XmlElement element) {
        return element.elements("warning")
                .map(warning -> span(warning, "left", null))
                .toList();
    }
}
