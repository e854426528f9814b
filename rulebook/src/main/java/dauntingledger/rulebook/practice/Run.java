package dauntingledger.rulebook.practice;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Practice that was handed in.
 *
 * @param sections in the order of the paper
 */
public record Run(PaperId paper, PracticeMode mode, Instant handedIn, List<OfSection> sections) {

    public Run {
        requireNonNull(paper, "paper");
        requireNonNull(mode, "mode");
        requireNonNull(handedIn, "handedIn");
        sections = List.copyOf(sections);
    }

    /**
     * A section of a run. What a person would have to mark counts in nothing here.
     *
     * @param questions how many count
     * @param spent how long these were in view
     */
    public record OfSection(
            SectionId section, String title, Rational marks, Rational most, int questions, Duration spent) {
        public OfSection {
            requireNonNull(section, "section");
            requireNonNull(title, "title");
            requireNonNull(marks, "marks");
            requireNonNull(most, "most");
            requireNonNull(spent, "spent");
        }

        /** Returns the share of the marks that was earned, not below 0; nothing where there are none. */
        public Optional<Rational> share() {
            return Run.share(marks, most);
        }
    }

    /** Returns what a sitting that was handed in comes to. */
    public static Run of(Sitting sitting, PracticeMode mode, Instant handedIn, Score score) {
        Paper paper = sitting.paper();
        Map<SectionId, Score.OfSection> scores = new HashMap<>();
        score.sections().forEach(one -> scores.put(one.section(), one));
        List<OfSection> sections = new ArrayList<>();
        paper.sections()
                .forEach(section -> sections.add(of(sitting, section, requireNonNull(scores.get(section.id())))));
        return new Run(paper.id(), mode, handedIn, sections);
    }

    private static OfSection of(Sitting sitting, Section section, Score.OfSection score) {
        Map<ItemId, Score.Outcome> outcomes = new HashMap<>();
        score.items().forEach(item -> outcomes.put(item.item(), item.outcome()));
        List<Item> counting = section.items()
                .filter(item -> outcomes.get(item.id()) != Score.Outcome.PENDING)
                .toList();
        Duration spent = counting.stream()
                .map(item -> sitting.questions().get(item.id()).spent())
                .reduce(Duration.ZERO, Duration::plus);
        return new OfSection(
                section.id(),
                section.title(),
                score.marks(),
                score.most().minus(score.pending()),
                counting.size(),
                spent);
    }

    public int questions() {
        return sections.stream().mapToInt(OfSection::questions).sum();
    }

    public Rational marks() {
        return sections.stream().map(OfSection::marks).reduce(Rational.ZERO, Rational::plus);
    }

    public Rational most() {
        return sections.stream().map(OfSection::most).reduce(Rational.ZERO, Rational::plus);
    }

    /** Returns the share of the marks that was earned, not below 0; nothing where there are none. */
    public Optional<Rational> share() {
        return share(marks(), most());
    }

    /** Returns how long a question was in view on average; nothing of none. */
    public Duration pace() {
        Duration spent = sections.stream().map(OfSection::spent).reduce(Duration.ZERO, Duration::plus);
        return questions() == 0 ? Duration.ZERO : spent.dividedBy(questions());
    }

    static Optional<Rational> share(Rational marks, Rational most) {
        return most.signum() > 0 ? Optional.of(marks.max(Rational.ZERO).dividedBy(most)) : Optional.empty();
    }
}
