package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.response.SeededDraw;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntFunction;
import java.util.stream.Stream;

/**
 * Gives people chairs: at random by a seed, those with aids first, and neighbours as far apart as the room allows.
 *
 * <p>The same rooms, people and seed always give the same chairs.
 */
public final class Seating {

    /** How often another seed is drawn for somebody whose questions would come in the order of a neighbour's. */
    private static final int MOST_DRAWS = 64;

    private Seating() {}

    /** A room in which people are seated; {@code taken} are chairs that stay as they are. */
    public record Room(long id, RoomPlan plan, Set<Chair> taken) {
        public Room {
            requireNonNull(plan, "plan");
            taken = Set.copyOf(taken);
        }

        List<Chair> free() {
            return plan.chairs().stream()
                    .filter(chair -> !taken.contains(chair))
                    .toList();
        }
    }

    /**
     * Somebody who wants a chair.
     *
     * @param aided whether they come with aids, and get a desk of variable height or a socket where there is one
     */
    public record Person(String number, boolean aided) {
        public Person {
            requireNonNull(number, "number");
        }
    }

    /** A chair in a room. */
    public record Place(long room, Chair chair) {
        public Place {
            requireNonNull(chair, "chair");
        }
    }

    /** Returns how many chairs are free in some rooms. */
    public static int free(List<Room> rooms) {
        return rooms.stream().mapToInt(room -> room.free().size()).sum();
    }

    /**
     * Returns a place for everybody, by their number. Rooms are filled alike: each gets the share of the people that it
     * has of the free chairs.
     *
     * @throws IllegalArgumentException if there are fewer free chairs than people
     */
    public static Map<String, Place> of(List<Room> rooms, List<Person> people, long seed) {
        if (free(rooms) < people.size()) {
            throw new IllegalArgumentException(
                    people.size() + " people need a chair, but " + free(rooms) + " chairs are free");
        }
        SeededDraw draw = SeededDraw.of(seed, "seating");
        List<Person> sorted =
                people.stream().sorted(Comparator.comparing(Person::number)).toList();
        List<Person> aided = draw.shuffled(sorted.stream().filter(Person::aided).toList());
        List<Person> others =
                draw.shuffled(sorted.stream().filter(person -> !person.aided()).toList());
        List<Integer> shares = shares(rooms, people.size());
        List<Place> fitted = fitted(rooms, shares, aided.size());
        Map<String, Place> places = new LinkedHashMap<>();
        for (int i = 0; i < aided.size(); i++) {
            places.put(aided.get(i).number(), fitted.get(i));
        }
        List<Place> rest = new ArrayList<>();
        for (int i = 0; i < rooms.size(); i++) {
            Room room = rooms.get(i);
            List<Chair> fixed = fitted.stream()
                    .filter(place -> place.room() == room.id())
                    .map(Place::chair)
                    .toList();
            Set<Chair> sitting = new TreeSet<>(room.taken());
            sitting.addAll(fixed);
            new Spread(room.plan().chairs(), sitting)
                    .chairs(shares.get(i) - fixed.size())
                    .forEach(chair -> rest.add(new Place(room.id(), chair)));
        }
        List<Place> drawn = draw.shuffled(rest);
        for (int i = 0; i < others.size(); i++) {
            places.put(others.get(i).number(), drawn.get(i));
        }
        return places;
    }

    /** Deals people out to rooms by their free chairs; what the division leaves goes to the largest remainders. */
    private static List<Integer> shares(List<Room> rooms, int people) {
        long free = Math.max(1, free(rooms));
        List<Integer> shares = new ArrayList<>();
        List<Integer> byRemainder = new ArrayList<>();
        for (int i = 0; i < rooms.size(); i++) {
            shares.add((int) ((long) people * rooms.get(i).free().size() / free));
            byRemainder.add(i);
        }
        byRemainder.sort(Comparator.comparingLong(
                (Integer i) -> -((long) people * rooms.get(i).free().size() % free)));
        int left = people - shares.stream().mapToInt(Integer::intValue).sum();
        for (int i = 0; i < left; i++) {
            int room = byRemainder.get(i);
            shares.set(room, shares.get(room) + 1);
        }
        return shares;
    }

    /** Returns places for those with aids: those with desk and socket first, then those nearest to the front. */
    private static List<Place> fitted(List<Room> rooms, List<Integer> shares, int wanted) {
        Comparator<Place> best = Comparator.comparingInt((Place place) -> -fitness(room(rooms, place), place.chair()))
                .thenComparing(Place::chair)
                .thenComparingLong(Place::room);
        Map<Long, Integer> left = new HashMap<>();
        for (int i = 0; i < rooms.size(); i++) {
            left.put(rooms.get(i).id(), shares.get(i));
        }
        return rooms.stream()
                .flatMap(room -> room.free().stream().map(chair -> new Place(room.id(), chair)))
                .sorted(best)
                .filter(place -> left.merge(place.room(), -1, Integer::sum) >= 0)
                .limit(wanted)
                .toList();
    }

    private static Room room(List<Room> rooms, Place place) {
        return rooms.stream()
                .filter(room -> room.id() == place.room())
                .findFirst()
                .orElseThrow();
    }

    private static int fitness(Room room, Chair chair) {
        int desk = room.plan().desks().contains(chair) ? 2 : 0;
        return desk + (room.plan().sockets().contains(chair) ? 1 : 0);
    }

    /**
     * What became of the orders of questions.
     *
     * @param changed new seeds, by the places of those who get them
     * @param alike how many pairs of neighbours have the same order all the same, because the paper has too few
     */
    public record Orders(Map<Place, Integer> changed, int alike) {
        public Orders {
            changed = Map.copyOf(changed);
        }
    }

    /**
     * Draws new seeds where neighbours would get their questions in the same order.
     *
     * @param seeds what everybody's paper is drawn with now
     * @param order what a paper looks like that is drawn with a seed; equal for equal orders
     */
    public static Orders ordersApart(Map<Place, Integer> seeds, IntFunction<?> order, long seed) {
        SeededDraw draw = SeededDraw.of(seed, "orders");
        Map<Place, Object> orders = new HashMap<>();
        Map<Place, Integer> changed = new LinkedHashMap<>();
        int alike = 0;
        for (Place place : inOrder(seeds.keySet())) {
            List<Object> around = neighbours(place, orders.keySet())
                    .map(next -> (Object) requireNonNull(orders.get(next)))
                    .toList();
            int own = requireNonNull(seeds.get(place));
            Object drawn = order.apply(own);
            for (int i = 0; i < MOST_DRAWS && around.contains(drawn); i++) {
                own = 1 + draw.below(Integer.MAX_VALUE - 1);
                drawn = order.apply(own);
            }
            orders.put(place, drawn);
            Object kept = drawn;
            alike += (int) around.stream().filter(kept::equals).count();
            if (own != seeds.get(place)) {
                changed.put(place, own);
            }
        }
        return new Orders(changed, alike);
    }

    private static List<Place> inOrder(Collection<Place> places) {
        return places.stream()
                .sorted(Comparator.comparingLong(Place::room).thenComparing(Place::chair))
                .toList();
    }

    private static Stream<Place> neighbours(Place place, Set<Place> others) {
        return others.stream()
                .filter(other -> other.room() == place.room() && other.chair().isNextTo(place.chair()));
    }
}
