package dauntingledger.rulebook.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.sketch.Shape.Ink;
import dauntingledger.rulebook.sketch.Shape.Kind;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class GeometryTest {

    private static Shape shape(int number, Kind kind, Integer... points) {
        return new Shape(number, 0, kind, Ink.BLACK, 2, List.of(points), kind == Kind.TEXT ? "mark 4" : "");
    }

    @Test
    void aLineIsHitNearItAndNotBesideItsEnds() {
        List<Shape> shapes = List.of(shape(1, Kind.LINE, 1000, 1000, 3000, 1000));

        assertThat(Geometry.hit(shapes, 2000, 1040, 40)).contains(shapes.getFirst());
        assertThat(Geometry.hit(shapes, 2000, 1200, 40)).isEmpty();
        assertThat(Geometry.hit(shapes, 3200, 1000, 40)).isEmpty();
    }

    @Test
    void outlinesAreHitAndNotWhatTheyEnclose() {
        List<Shape> box = List.of(shape(1, Kind.RECTANGLE, 1000, 1000, 3000, 2000));
        List<Shape> round = List.of(shape(1, Kind.ELLIPSE, 1000, 1000, 3000, 2000));
        List<Shape> triangle = List.of(shape(1, Kind.TRIANGLE, 1000, 1000, 3000, 2000));

        assertThat(Geometry.hit(box, 3000, 1500, 30)).isPresent();
        assertThat(Geometry.hit(box, 2000, 1500, 30)).isEmpty();
        assertThat(Geometry.hit(round, 2000, 1000, 30)).isPresent();
        assertThat(Geometry.hit(round, 1000, 1000, 30)).isEmpty();
        assertThat(Geometry.hit(round, 2000, 1500, 30)).isEmpty();
        assertThat(Geometry.hit(triangle, 1500, 1500, 30)).isPresent();
        assertThat(Geometry.hit(triangle, 2000, 1500, 30)).isEmpty();
    }

    @Test
    void aTextIsHitOnItsLetters() {
        List<Shape> text = List.of(shape(1, Kind.TEXT, 1000, 1000));

        assertThat(Geometry.hit(text, 1300, 1100, 0)).isPresent();
        assertThat(Geometry.hit(text, 3000, 1100, 0)).isEmpty();
    }

    @Test
    void ofTwoShapesTheUpperOneIsHit() {
        List<Shape> shapes =
                List.of(shape(2, Kind.LINE, 1000, 1000, 3000, 1000), shape(1, Kind.LINE, 1000, 1000, 3000, 1000));

        assertThat(Geometry.hit(shapes, 2000, 1000, 10).map(Shape::number)).contains(2);
    }

    @Provide
    Arbitrary<Shape> shapes() {
        Arbitrary<Integer> x = Arbitraries.integers().between(0, Shape.WIDTH);
        Arbitrary<Integer> y = Arbitraries.integers().between(0, Shape.HEIGHT);
        return Arbitraries.of(Kind.values()).flatMap(kind -> {
            int pairs = switch (kind) {
                case TEXT -> 1;
                case STROKE -> 8;
                default -> 2;
            };
            return x.list()
                    .ofSize(pairs)
                    .flatMap(xs -> y.list().ofSize(pairs).map(ys -> {
                        List<Integer> points = new ArrayList<>();
                        for (int i = 0; i < pairs; i++) {
                            points.add(xs.get(i));
                            points.add(ys.get(i));
                        }
                        return new Shape(1, 0, kind, Ink.TEAL, 3, points, kind == Kind.TEXT ? "a" : "");
                    }));
        });
    }

    @Property
    void aMovedShapeKeepsItsSizeAndStaysOnThePage(
            @ForAll("shapes") Shape shape,
            @ForAll @IntRange(min = -20_000, max = 20_000) int right,
            @ForAll @IntRange(min = -20_000, max = 20_000) int down) {
        Box before = Geometry.frame(shape);
        Box after = Geometry.frame(shape.moved(right, down));

        assertThat(after.width()).isEqualTo(before.width());
        assertThat(after.height()).isEqualTo(before.height());
    }

    @Property
    void aFittedShapeFillsItsNewFrame(@ForAll("shapes") Shape shape) {
        Box to = new Box(2000, 1000, 7000, 4000);
        Box from = Geometry.frame(shape);
        if (shape.kind() != Kind.TEXT && from.width() > 0 && from.height() > 0) {
            assertThat(Geometry.frame(shape.fittedTo(to))).isEqualTo(to);
        }
    }

    @Property
    void aSimplifiedStrokeKeepsItsEndsAndEveryPointNearIt(@ForAll("shapes") Shape shape) {
        if (shape.kind() != Kind.STROKE) {
            return;
        }
        List<Integer> simple = Geometry.simplified(shape.points(), 20);
        Shape drawn = new Shape(1, 0, Kind.STROKE, Ink.BLACK, 1, simple, "");

        assertThat(simple.subList(0, 2)).isEqualTo(shape.points().subList(0, 2));
        for (int i = 0; i < shape.count(); i++) {
            assertThat(Geometry.hit(List.of(drawn), shape.x(i), shape.y(i), 21)).isPresent();
        }
    }

    @Test
    void aLongStrokeIsSimplifiedUntilAShapeCanHoldIt() {
        List<Integer> zigzag = new ArrayList<>();
        for (int i = 0; i < 3000; i++) {
            zigzag.add(i * 5);
            zigzag.add(i % 2 == 0 ? 1000 : 1300);
        }

        assertThat(Geometry.simplified(zigzag, 10)).hasSizeLessThanOrEqualTo(2 * Shape.MOST_POINTS);
    }

    @Test
    void aShapeThatIsNoneIsRefusedWithTheReason() {
        assertThatThrownBy(() -> shape(1, Kind.LINE, 0, 0)).hasMessageContaining("as many coordinates as its kind has");
        assertThatThrownBy(() -> shape(1, Kind.LINE, 0, 0, 0, Shape.HEIGHT + 1)).hasMessageContaining("on the page");
        assertThatThrownBy(() -> shape(0, Kind.LINE, 0, 0, 1, 1)).hasMessageContaining("a number from 1");
    }
}
