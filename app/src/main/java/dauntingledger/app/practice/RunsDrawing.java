package dauntingledger.app.practice;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.practice.Run;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How shares of marks went from run to run, a line for each section, as it is drawn: {@value #WIDTH} wide and {@value #HEIGHT}
 * high, the first run at the left, all marks at the top. Runs that have not a section are passed over.
 *
 * @param paces how long a question took in each run, as places of the same drawing; the longest at the top
 */
record RunsDrawing(List<Line> lines, List<Dot> paces) {

    static final int WIDTH = 600;
    static final int HEIGHT = 160;
    /** So many runs are drawn at most, the last ones. */
    private static final int MOST = 60;

    private static final int PLACES = 2;

    RunsDrawing {
        lines = List.copyOf(lines);
        paces = List.copyOf(paces);
    }

    /** A section: its dots, and the line through them as the points of a polyline. */
    record Line(String title, List<Dot> dots, String points) {}

    /** A place in the drawing. */
    record Dot(String x, String y) {}

    private record Place(String paper, String section, String title) {}

    static RunsDrawing of(List<Run> all) {
        List<Run> runs = all.subList(Math.max(0, all.size() - MOST), all.size());
        Map<Place, List<Dot>> dots = new LinkedHashMap<>();
        List<Dot> paces = new ArrayList<>();
        long longest = Math.max(
                1, runs.stream().mapToLong(run -> run.pace().toMillis()).max().orElse(1));
        for (int i = 0; i < runs.size(); i++) {
            Run run = runs.get(i);
            Rational x = runs.size() == 1 ? Rational.of(WIDTH / 2) : Rational.of((long) WIDTH * i, runs.size() - 1L);
            paces.add(dot(x, Rational.of(run.pace().toMillis(), longest)));
            for (Run.OfSection section : run.sections()) {
                Optional<Rational> share = section.share();
                share.ifPresent(one -> dots.computeIfAbsent(
                                new Place(run.paper().value(), section.section().value(), section.title()),
                                none -> new ArrayList<>())
                        .add(dot(x, one)));
            }
        }
        return new RunsDrawing(
                dots.entrySet().stream()
                        .map(one -> new Line(one.getKey().title(), List.copyOf(one.getValue()), points(one.getValue())))
                        .toList(),
                paces);
    }

    private static Dot dot(Rational x, Rational share) {
        Rational y = Rational.of(HEIGHT).times(Rational.ONE.minus(share));
        return new Dot(x.rounded(PLACES).toPlainString(), y.rounded(PLACES).toPlainString());
    }

    private static String points(List<Dot> dots) {
        return String.join(
                " ", dots.stream().map(dot -> dot.x() + "," + dot.y()).toList());
    }
}
