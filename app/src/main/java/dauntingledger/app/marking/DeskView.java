package dauntingledger.app.marking;

import dauntingledger.app.marking.ExamAnswers.Answer;
import dauntingledger.app.marking.MarkersPapers.Asked;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.marking.AnswerMarking;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.marking.Remark;
import dauntingledger.rulebook.number.Rational;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/** What the script of the marker's desk is told. Marks are exact numbers as text; {@code types/marking.d.ts} has the shapes. */
@Component
class DeskView {

    /** So many answers lie ready in the browser, so that the next is there as soon as one is marked. */
    private static final int READY = 4;

    private final Desk desk;
    private final AnswerPictures pictures;
    private final Words words;

    DeskView(Desk desk, AnswerPictures pictures, Words words) {
        this.desk = desk;
        this.pictures = pictures;
        this.words = words;
    }

    static String address(Asked asked) {
        return "/marking/" + asked.exam().id() + "/" + asked.item();
    }

    /** Returns all that the page begins with. */
    Map<String, Object> data(Asked asked) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("address", address(asked));
        data.put("locale", LocaleContextHolder.getLocale().toLanguageTag());
        data.put("words", words.beginningWith("marking."));
        data.put("most", asked.most().toString());
        data.put("groups", groups(asked.scheme()));
        data.put("adjustment", asked.scheme().adjustment().toString());
        data.put("remarks", Map.of("most", MarksGiven.MOST_REMARKS, "longest", Remark.MOST_TEXT));
        data.put("progress", desk.progress(asked));
        data.put("queue", queue(asked, Set.of()));
        return data;
    }

    private static List<Map<String, Object>> groups(MarkingScheme scheme) {
        return scheme.groups().stream()
                .map(group -> Map.<String, Object>of(
                        "title", group.title(),
                        "most", group.most().map(Rational::toString).orElse(""),
                        "exclusive", group.exclusive(),
                        "points",
                                group.points().stream()
                                        .map(point -> Map.of(
                                                "id", point.id().value(),
                                                "words", point.words(),
                                                "marks", point.marks().toString(),
                                                "step", point.step().toString()))
                                        .toList()))
                .toList();
    }

    /** Returns the next answers, but those whose keys are {@code known} already. */
    List<Map<String, Object>> queue(Asked asked, Set<String> known) {
        return desk.next(asked, known, READY).stream()
                .map(answer -> plain(asked, answer))
                .toList();
    }

    /** An answer for the script; with what others gave, for the chief marker who decides between them. */
    private Map<String, Object> plain(Asked asked, Answer answer) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("key", answer.key());
        plain.put("code", answer.code());
        plain.put("texts", answer.texts());
        plain.put("pictures", pictures.addresses(asked, answer));
        AnswerMarking marking =
                answer.id().map(id -> desk.marking(asked.exam(), id)).orElse(AnswerMarking.NONE);
        boolean decides = asked.isChief() && marking.isForChief(asked.scheme());
        plain.put("decides", decides);
        if (decides) {
            plain.put(
                    "others",
                    marking.marks().values().stream()
                            .map(given -> Map.of(
                                    "sum", Marks.write(asked.scheme().sum(given, asked.most())),
                                    "points", points(given),
                                    "reason", given.reason()))
                            .toList());
            plain.put("aside", List.copyOf(marking.aside().values()));
        }
        return plain;
    }

    private static Map<String, String> points(MarksGiven given) {
        Map<String, String> points = new LinkedHashMap<>();
        given.points().forEach((point, marks) -> points.put(point.value(), marks.toString()));
        return points;
    }
}
