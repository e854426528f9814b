package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.isTrue;
import static dauntingledger.app.papers.Attributes.rational;
import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.whole;
import static dauntingledger.app.papers.Attributes.word;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.results.Bar;
import dauntingledger.rulebook.results.Grade;
import dauntingledger.rulebook.results.PassRule;
import dauntingledger.rulebook.results.ResultRules;
import dauntingledger.rulebook.results.Scale;
import dauntingledger.rulebook.results.SectionRule;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Reads how marks become a result: the element {@code results} of the side file. */
final class ResultRulesReader {

    private ResultRulesReader() {}

    /** @throws IllegalArgumentException if a rule is none */
    static ResultRules rules(XmlElement root) {
        List<XmlElement> all = root.elements("results").toList();
        if (all.size() > 1) {
            throw new IllegalArgumentException("a paper has one element 'results' at most, but has " + all.size());
        }
        return all.isEmpty() ? ResultRules.NONE : read(all.getFirst());
    }

    private static ResultRules read(XmlElement element) {
        Map<SectionId, SectionRule> sections = new HashMap<>();
        element.elements("section").forEach(section -> {
            SectionId id = new SectionId(required(section, "ref"));
            if (sections.put(id, section(section)) != null) {
                throw new IllegalArgumentException("section '" + id + "' has two rules");
            }
        });
        return new ResultRules(
                sections,
                element.attribute("best").map(best -> whole(element, "best", best)),
                element.elements("pass").map(ResultRulesReader::pass).toList(),
                element.elements("grade")
                        .map(grade -> new Grade(required(grade, "title"), oneBar(grade)))
                        .toList(),
                element.elements("scale").map(ResultRulesReader::scale).findFirst(),
                isTrue(element, "shows-percentile"),
                isTrue(element, "shows-marking"),
                element.attribute("appeal-days")
                        .map(days -> whole(element, "appeal-days", days))
                        .orElse(0));
    }

    private static SectionRule section(XmlElement element) {
        return new SectionRule(
                number(element, "weight").orElse(Rational.ONE),
                isTrue(element, "floor-at-zero"),
                number(element, "least")
                        .map(Bar::mark)
                        .or(() -> number(element, "least-share").map(Bar::share)));
    }

    private static PassRule pass(XmlElement element) {
        Optional<String> sections = element.attribute("sections");
        return sections.isPresent()
                ? new PassRule.Sections(
                        sections.filter(number -> !number.equals("all"))
                                .map(number -> whole(element, "sections", number)),
                        number(element, "compensates").orElse(Rational.ZERO))
                : new PassRule.Total(oneBar(element));
    }

    private static Bar oneBar(XmlElement element) {
        List<Bar> bars = Stream.of(
                        number(element, "mark").map(Bar::mark),
                        number(element, "share").map(Bar::share),
                        number(element, "percentile").map(Bar::percentile))
                .flatMap(Optional::stream)
                .toList();
        if (bars.size() != 1) {
            throw new IllegalArgumentException(
                    "'" + element.name() + "' needs one of mark, share and percentile, but has " + bars.size());
        }
        return bars.getFirst();
    }

    private static Scale scale(XmlElement element) {
        return new Scale(
                word(element, "kind", Scale.Kind.values(), "lines"),
                element.elements("point")
                        .map(point -> new Scale.Point(rational(point, "mark"), rational(point, "value")))
                        .toList(),
                whole(element, "decimals", "0"));
    }

    private static Optional<Rational> number(XmlElement element, String name) {
        return element.attribute(name).map(text -> rational(element, name));
    }
}
