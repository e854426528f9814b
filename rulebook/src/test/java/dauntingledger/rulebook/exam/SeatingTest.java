package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.exam.Seating.Orders;
import dauntingledger.rulebook.exam.Seating.Person;
import dauntingledger.rulebook.exam.Seating.Place;
import dauntingledger.rulebook.exam.Seating.Room;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class SeatingTest {

    private static List<Person> people(int plain, int aided) {
        return IntStream.range(0, plain + aided)
                .mapToObj(i -> new Person(String.format("BW-%05d", i), i >= plain))
                .toList();
    }

    private static Room room(int rows, int columns) {
        return new Room(1, RoomPlan.of(rows, columns), Set.of());
    }

    /** The least square distance of two chairs. */
    private static int nearest(List<Chair> chairs) {
        int nearest = Integer.MAX_VALUE;
        for (int i = 0; i < chairs.size(); i++) {
            for (int j = 0; j < i; j++) {
                nearest = Math.min(nearest, chairs.get(i).squareDistance(chairs.get(j)));
            }
        }
        return nearest;
    }

    /** The best there is, by trying everything. */
    private static int best(List<Chair> all, int wanted) {
        int best = 0;
        for (int subset = 0; subset < 1 << all.size(); subset++) {
            if (Integer.bitCount(subset) == wanted) {
                List<Chair> chosen = new ArrayList<>();
                for (int i = 0; i < all.size(); i++) {
                    if ((subset >> i & 1) == 1) {
                        chosen.add(all.get(i));
                    }
                }
                best = Math.max(best, nearest(chosen));
            }
        }
        return best;
    }

    @Property(tries = 60)
    void keepsNeighboursAsFarApartAsTheRoomAllows(
            @ForAll @IntRange(min = 1, max = 3) int rows,
            @ForAll @IntRange(min = 2, max = 4) int columns,
            @ForAll @IntRange(min = 2, max = 12) int asked) {
        int wanted = Math.min(asked, rows * columns);

        Map<String, Place> places = Seating.of(List.of(room(rows, columns)), people(wanted, 0), 7);

        List<Chair> chairs = places.values().stream().map(Place::chair).toList();
        assertThat(nearest(chairs)).isEqualTo(best(RoomPlan.of(rows, columns).chairs(), wanted));
    }

    @Property(tries = 200)
    void givesEverybodyAChairOfTheirOwnThatIsThere(
            @ForAll @IntRange(min = 1, max = 9) int rows,
            @ForAll @IntRange(min = 1, max = 9) int columns,
            @ForAll @IntRange(max = 80) int asked,
            @ForAll @IntRange(max = 5) int aided,
            @ForAll long seed) {
        Set<Chair> missing = rows * columns > 1 ? Set.of(new Chair(1, 1)) : Set.of();
        RoomPlan first = new RoomPlan(rows, columns, missing, Set.of(), Set.of());
        RoomPlan second = RoomPlan.of(2, 3);
        Set<Chair> taken = Set.of(new Chair(2, 2));
        List<Room> rooms = List.of(new Room(1, first, Set.of()), new Room(2, second, taken));
        int some = Math.min(asked, Seating.free(rooms));
        List<Person> people = people(Math.max(0, some - aided), Math.min(aided, some));

        Map<String, Place> places = Seating.of(rooms, people, seed);

        assertThat(places.keySet()).hasSize(people.size());
        assertThat(new HashSet<>(places.values())).hasSize(people.size());
        assertThat(places.values()).allSatisfy(place -> {
            assertThat((place.room() == 1 ? first : second).has(place.chair())).isTrue();
            assertThat(place.room() == 2 && taken.contains(place.chair())).isFalse();
        });
        assertThat(Seating.of(rooms, people.reversed(), seed)).isEqualTo(places);
    }

    @Test
    void givesThoseWithAidsDeskAndSocketFirst() {
        Chair desk = new Chair(3, 4);
        Chair socket = new Chair(4, 1);
        RoomPlan plan = new RoomPlan(4, 6, Set.of(), Set.of(desk, socket), Set.of(desk));

        Map<String, Place> places = Seating.of(List.of(new Room(1, plan, Set.of())), people(5, 2), 3);

        assertThat(List.of(
                        requireNonNull(places.get("BW-00005")).chair(),
                        requireNonNull(places.get("BW-00006")).chair()))
                .containsExactlyInAnyOrder(desk, socket);
    }

    @Test
    void fillsRoomsAlike() {
        List<Room> rooms = List.of(new Room(1, RoomPlan.of(5, 6), Set.of()), new Room(2, RoomPlan.of(5, 3), Set.of()));

        Map<String, Place> places = Seating.of(rooms, people(18, 0), 3);

        assertThat(places.values().stream().filter(place -> place.room() == 1)).hasSize(12);
    }

    @Test
    void saysWhenThereAreTooFewChairs() {
        assertThatThrownBy(() -> Seating.of(List.of(room(2, 2)), people(5, 0), 1))
                .hasMessage("5 people need a chair, but 4 chairs are free");
    }

    @Test
    void seatsAHallAtOnce() {
        List<Chair> chairs = new Spread(RoomPlan.of(26, 40).chairs(), List.of()).chairs(260);

        assertThat(chairs).hasSize(260);
        assertThat(nearest(chairs)).as("every other row and column holds 260").isGreaterThanOrEqualTo(4);
    }

    @Test
    void drawsAnewWhereNeighboursWouldHaveTheSameOrder() {
        Map<Place, Integer> seeds = new HashMap<>();
        RoomPlan.of(4, 5).chairs().forEach(chair -> seeds.put(new Place(1, chair), 5));

        Orders orders = Seating.ordersApart(seeds, seed -> seed % 12, 9);

        Map<Place, Integer> after = new HashMap<>(seeds);
        after.putAll(orders.changed());
        assertThat(orders.alike()).isZero();
        after.forEach((place, seed) -> after.forEach((other, its) -> {
            if (place.chair().isNextTo(other.chair())) {
                assertThat(seed % 12).isNotEqualTo(its % 12);
            }
        }));
    }

    @Test
    void saysHowManyNeighboursAreAlikeWhereAPaperHasTooFewOrders() {
        Map<Place, Integer> seeds = new HashMap<>();
        RoomPlan.of(2, 2).chairs().forEach(chair -> seeds.put(new Place(1, chair), 5));

        assertThat(Seating.ordersApart(seeds, seed -> seed % 2, 9).alike()).isPositive();
        assertThat(Seating.ordersApart(seeds, seed -> "one", 9).alike()).isEqualTo(6);
    }
}
