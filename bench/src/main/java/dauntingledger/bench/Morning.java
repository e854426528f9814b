package dauntingledger.bench;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.PriorityQueue;
import java.util.Random;

/**
 * A queueing model of people who sign in: they arrive at random (a Poisson stream), take steps one after the other with a
 * while to think in between, and each step needs a processor of a node for a time that was measured. A node has so many
 * processors and one queue, first come first served; whoever has come to a node stays there.
 *
 * @param people how many come
 * @param seconds within which they come
 * @param steps how long a processor is needed for each step, in seconds
 * @param think how long a person thinks between steps, in seconds
 */
record Morning(int people, double seconds, List<Double> steps, double think) {

    Morning {
        steps = List.copyOf(steps);
    }

    private record Event(double at, int person, int step, boolean ends) {}

    /** What a node does and who waits there. */
    private static final class Node {
        private final Deque<Event> queue = new ArrayDeque<>();
        private int free;

        Node(int processors) {
            this.free = processors;
        }
    }

    /** Returns how long each step took each person, in seconds, in order of length. */
    List<Double> responses(int nodes, int processors, long seed) {
        Random random = new Random(seed);
        PriorityQueue<Event> events = new PriorityQueue<>(Comparator.comparingDouble(Event::at));
        double at = 0;
        for (int person = 0; person < people; person++) {
            at += -Math.log(1 - random.nextDouble()) * seconds / people;
            events.add(new Event(at, person, 0, false));
        }
        List<Node> all = new ArrayList<>();
        for (int i = 0; i < nodes; i++) {
            all.add(new Node(processors));
        }
        double[] asked = new double[people];
        List<Double> responses = new ArrayList<>();
        while (!events.isEmpty()) {
            Event event = events.remove();
            Node node = all.get(event.person() % nodes);
            if (event.ends()) {
                responses.add(event.at() - asked[event.person()]);
                node.free++;
                if (event.step() + 1 < steps.size()) {
                    events.add(new Event(event.at() + think, event.person(), event.step() + 1, false));
                }
            } else {
                asked[event.person()] = event.at();
                node.queue.add(event);
            }
            while (node.free > 0 && !node.queue.isEmpty()) {
                Event next = node.queue.remove();
                node.free--;
                events.add(new Event(event.at() + steps.get(next.step()), next.person(), next.step(), true));
            }
        }
        return responses.stream().sorted().toList();
    }

    /** Returns how much of so many processors is used on average; 1 and more is too much. */
    double load(int nodes, int processors) {
        return people * steps.stream().mapToDouble(step -> step).sum() / seconds / (nodes * processors);
    }
}
