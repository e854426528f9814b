package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.response.ChartElement;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.RuledLine;
import dauntingledger.rulebook.response.Value;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;

/**
 * How the parts of a response are judged where QTI 3.0 has no words for it: how many of the parts that are wanted are
 * right, and how many of those given are not.
 */
public sealed interface PartScoring extends Measure {

    Credit credit();

    @Override
    default Kind kind() {
        return Kind.PARTS;
    }

    /** Returns whether it is not known yet what {@code value} is worth. */
    default boolean awaits(Value value) {
        return false;
    }

    /** Returns 1: the share of a response that is wholly right. */
    @Override
    default Rational best(int most) {
        return Rational.ONE;
    }

    /** What a partly right answer earns. */
    enum Credit {
        /** All or nothing: every part right, and nothing besides. */
        WHOLE {
            @Override
            Rational share(int right, int wrong, int wanted) {
                return right == wanted && wrong == 0 ? Rational.ONE : Rational.ZERO;
            }
        },
        /** The share of the parts that are right. */
        PARTS {
            @Override
            Rational share(int right, int wrong, int wanted) {
                return Rational.of(right, wanted);
            }
        },
        /** The same, and each wrong part takes away what a right one brings, down to nothing. */
        PARTS_LESS_WRONG {
            @Override
            Rational share(int right, int wrong, int wanted) {
                return Rational.of(Math.max(0, right - wrong), wanted);
            }

            @Override
            Rational worth(boolean good, int wanted) {
                return Rational.of(good ? 1 : -1, wanted);
            }
        };

        abstract Rational share(int right, int wrong, int wanted);

        /** Returns what one given part brings. */
        Rational worth(boolean good, int wanted) {
            return good ? Rational.of(1, wanted) : Rational.ZERO;
        }
    }

    /** Elements of a correct response: each for itself, and in their places where their order counts. */
    record OfElements(Value correct, Credit credit) implements PartScoring {
        public OfElements {
            requireNonNull(correct, "correct");
            requireNonNull(credit, "credit");
        }

        @Override
        public Rational worth(Value value, List<Worth> worths) {
            if (correct.cardinality() != Value.Cardinality.ORDERED) {
                return matched(correct.elements(), value.elements(), this::same, credit, worths);
            }
            List<String> wanted = numbered(correct.elements());
            return matched(wanted, numbered(value.elements()), String::equals, credit, worths);
        }

        private boolean same(String one, String other) {
            return Elements.same(correct.baseType(), one, other);
        }

        private static List<String> numbered(List<String> elements) {
            List<String> numbered = new ArrayList<>();
            elements.forEach(element -> numbered.add(numbered.size() + 1 + ". " + element));
            return numbered;
        }
    }

    /** The cells of a grid. */
    record OfCells(List<Cell> cells, Credit credit) implements PartScoring {
        public OfCells {
            cells = List.copyOf(cells);
            requireNonNull(credit, "credit");
        }

        /**
         * What a cell must hold.
         *
         * @param correct as the cell's reading makes it
         * @param tolerance how far a number may lie from it
         */
        public record Cell(ChoiceId id, Reading reading, String correct, Rational tolerance) {

            boolean admits(String typed) {
                return reading.read(typed)
                        .filter(read -> reading instanceof Reading.AsNumber
                                ? Rational.parse(read)
                                                .minus(Rational.parse(correct))
                                                .abs()
                                                .compareTo(tolerance)
                                        <= 0
                                : read.equals(correct))
                        .isPresent();
            }
        }

        @Override
        public Rational worth(Value value, List<Worth> worths) {
            int right = 0;
            int wrong = 0;
            for (Cell cell : cells) {
                Optional<String> typed = typed(value, cell.id());
                boolean good = typed.filter(cell::admits).isPresent();
                right += good ? 1 : 0;
                wrong += typed.isPresent() && !good ? 1 : 0;
                typed.ifPresent(
                        text -> worths.add(new Worth(cell.id() + " " + text, credit.worth(good, cells.size()))));
            }
            return credit.share(right, wrong, cells.size());
        }

        private static Optional<String> typed(Value value, ChoiceId cell) {
            String start = cell + " ";
            return value.elements().stream()
                    .filter(element -> element.startsWith(start))
                    .map(element -> element.substring(start.length()))
                    .findFirst();
        }
    }

    /** Symbols on a line, each of them within {@code tolerance} of its place. */
    record OfRuledLine(List<RuledLine.Placed> wanted, Rational tolerance, Credit credit) implements PartScoring {
        public OfRuledLine {
            wanted = List.copyOf(wanted);
            requireNonNull(tolerance, "tolerance");
            requireNonNull(credit, "credit");
        }

        @Override
        public Rational worth(Value value, List<Worth> worths) {
            return matched(
                    wanted.stream()
                            .map(placed -> placed.symbol() + " " + placed.position())
                            .toList(),
                    value.elements(),
                    this::near,
                    credit,
                    worths);
        }

        private boolean near(String one, String other) {
            RuledLine.Placed a = RuledLine.Placed.read(one).orElseThrow();
            RuledLine.Placed b = RuledLine.Placed.read(other).orElseThrow();
            return a.symbol().equals(b.symbol())
                    && a.position().minus(b.position()).abs().compareTo(tolerance) <= 0;
        }
    }

    /** Things drawn on a chart, each within the tolerances. */
    record OfChart(List<Required> wanted, Credit credit) implements PartScoring {
        public OfChart {
            wanted = List.copyOf(wanted);
            requireNonNull(credit, "credit");
        }

        /**
         * Something that must be drawn.
         *
         * @param position how far a place may lie from where it must be, in the chart's unit
         * @param bearing how far a bearing may be off, in degrees; a line may be drawn from either end
         * @param distance how far a length or a radius may be off, in the chart's unit
         */
        public record Required(String name, ChartElement drawn, double position, double bearing, double distance) {

            private static final double ROUNDING = 1e-9;

            boolean admits(ChartElement other) {
                return switch (drawn) {
                    case ChartElement.Point point ->
                        other instanceof ChartElement.Point given && near(point.at(), given.at(), position);
                    case ChartElement.Arc arc ->
                        other instanceof ChartElement.Arc given
                                && near(arc.centre(), given.centre(), position)
                                && Math.abs(arc.radius() - given.radius()) <= distance + ROUNDING;
                    case ChartElement.Line line ->
                        other instanceof ChartElement.Line given
                                && (admits(line, given)
                                        || admits(line, new ChartElement.Line(given.to(), given.from())));
                };
            }

            private boolean admits(ChartElement.Line line, ChartElement.Line given) {
                double off = Math.abs(line.bearing() - given.bearing());
                return near(line.from(), given.from(), position)
                        && Math.min(off, 360 - off) <= bearing + ROUNDING
                        && Math.abs(line.length() - given.length()) <= distance + ROUNDING;
            }

            private static boolean near(ChartElement.Place one, ChartElement.Place other, double most) {
                return one.distance(other) <= most + ROUNDING;
            }
        }

        @Override
        public Rational worth(Value value, List<Worth> worths) {
            List<ChartElement> given = value.elements().stream()
                    .flatMap(element -> ChartElement.read(element).stream())
                    .toList();
            int[] takenFor = Matching.of(
                    wanted.size(),
                    given.size(),
                    (part, other) -> wanted.get(part).admits(given.get(other)));
            int right = 0;
            for (int i = 0; i < takenFor.length; i++) {
                boolean good = takenFor[i] >= 0;
                right += good ? 1 : 0;
                String part =
                        good ? wanted.get(takenFor[i]).name() : given.get(i).toString();
                worths.add(new Worth(part, credit.worth(good, wanted.size())));
            }
            return credit.share(right, given.size() - right, wanted.size());
        }
    }

    /**
     * Cases that a program has to pass. It is somebody else's part to run it; while that is not done its worth is not known.
     *
     * @param runs how programs ended
     */
    record OfCases(Cases cases, Runs runs) implements PartScoring {
        public OfCases {
            requireNonNull(cases, "cases");
            requireNonNull(runs, "runs");
        }

        @Override
        public Credit credit() {
            return Credit.PARTS;
        }

        /** Returns how a program ended in each case; empty while it was not run. Without a program every case is failed. */
        public Optional<List<Ending>> endings(Value value) {
            Optional<Source> program = Program.source(value);
            return program.isEmpty()
                    ? Optional.of(Collections.nCopies(cases.all().size(), Ending.ERROR))
                    : runs.of(program.get(), cases);
        }

        @Override
        public boolean awaits(Value value) {
            return endings(value).isEmpty();
        }

        /** Returns the share of the worth of all cases that those have which pass; 0 while the program was not run. */
        @Override
        public Rational worth(Value value, List<Worth> worths) {
            List<Rational> earned = endings(value).map(cases::earned).orElse(List.of());
            Rational sum = Rational.ZERO;
            for (int i = 0; i < earned.size(); i++) {
                worths.add(new Worth(
                        String.valueOf(cases.all().get(i).number()),
                        earned.get(i).dividedBy(cases.worth())));
                sum = sum.plus(earned.get(i));
            }
            return sum.dividedBy(cases.worth());
        }
    }

    /** Brings wanted parts together with given ones that are like them. */
    private static Rational matched(
            List<String> wanted,
            List<String> given,
            BiPredicate<String, String> alike,
            Credit credit,
            List<Worth> worths) {
        int[] takenFor = Matching.of(
                wanted.size(), given.size(), (part, other) -> alike.test(wanted.get(part), given.get(other)));
        int right = 0;
        for (int i = 0; i < takenFor.length; i++) {
            boolean good = takenFor[i] >= 0;
            right += good ? 1 : 0;
            worths.add(new Worth(given.get(i), credit.worth(good, wanted.size())));
        }
        return credit.share(right, given.size() - right, wanted.size());
    }
}
