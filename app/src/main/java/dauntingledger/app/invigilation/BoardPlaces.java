package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Standing;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.StageCodec;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What the script of a board is given: the routes of its sittings once, and each sitting as it stands. */
@Component
class BoardPlaces {

    private static final int LEAST_WEIGHT = 2;

    private final Papers papers;
    private final Candidates candidates;

    BoardPlaces(Papers papers, Candidates candidates) {
        this.papers = papers;
        this.candidates = candidates;
    }

    /**
     * A sitting on a board.
     *
     * @param placed as it stood when the board was read
     * @param route the number of its route among those of the board
     */
    record Seated(Standings.Placed placed, Candidate candidate, int route) {}

    /** The sittings of a board and their routes; those with other accommodations have others. */
    static final class Roll {
        private final List<Paper> routes = new ArrayList<>();
        private final Map<Accommodations, Integer> known = new LinkedHashMap<>();
        private final List<Seated> seated = new ArrayList<>();

        List<Seated> seated() {
            return seated;
        }

        List<Map<String, Object>> routes() {
            return routes.stream().map(BoardPlaces::route).toList();
        }
    }

    Roll roll(List<Standings.Placed> placed) {
        Roll roll = new Roll();
        Map<String, Candidate> people = candidates.findAll(
                placed.stream().map(one -> one.appointment().candidate()).toList());
        for (Standings.Placed one : placed) {
            Appointment appointment = one.appointment();
            int route = roll.known.computeIfAbsent(appointment.terms().accommodations(), granted -> {
                roll.routes.add(appointment
                        .terms()
                        .personal(papers.text(appointment.paper()).paper()));
                return roll.routes.size() - 1;
            });
            Candidate candidate = people.get(appointment.candidate());
            if (candidate != null) {
                roll.seated.add(new Seated(one, candidate, route));
            }
        }
        return roll;
    }

    private static Map<String, Object> route(Paper paper) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("questions", paper.items().count());
        plain.put("clocked", !paper.boxes().isEmpty());
        plain.put("scheduled", paper.route().stream().anyMatch(BoardPlaces::opensByItself));
        plain.put(
                "stages",
                paper.route().stream().map(stage -> stage(stage, paper)).toList());
        return plain;
    }

    private static boolean opensByItself(Stage stage) {
        return stage instanceof Stage.Admission door && door.ways().contains(Stage.Admission.Way.SCHEDULE);
    }

    /** The weight of a stage is how wide it is in the strip of the route: its minutes, or nothing where it is passed over. */
    private static Map<String, Object> stage(Stage stage, Paper paper) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("kind", StageCodec.kind(stage));
        plain.put("title", stage.title());
        long weight = switch (stage) {
            case Stage.Block block -> Math.max(LEAST_WEIGHT, minutes(block, paper));
            case Stage.Break rest -> Math.max(LEAST_WEIGHT, rest.length().toMinutes());
            default -> 0;
        };
        plain.put("weight", weight);
        return plain;
    }

    private static long minutes(Stage.Block block, Paper paper) {
        return paper.boxes().stream()
                .filter(box -> box.first().equals(block.id()) && box.last().equals(block.id()))
                .map(box -> box.limit().toMinutes())
                .findFirst()
                .orElseGet(() -> block.items().count());
    }

    /**
     * What is not stored of a sitting, but follows from when its seat was heard and who tried to sign in.
     *
     * @param lostSince since when nothing is heard of its seat, in milliseconds; 0 if it is
     * @param waiting how many entries wait in its browser
     * @param locked whether its candidate has to wait before signing in
     */
    record Live(long lostSince, int waiting, boolean locked) {
        static final Live HERE = new Live(0, 0, false);
    }

    /** Returns one sitting for the script; what is told of its standing is JSON already. */
    static Map<String, Object> plain(Seated seated, Standing standing, Live live) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("sitting", seated.placed().appointment().sitting().value());
        plain.put("chair", seated.placed().appointment().chair());
        plain.put("name", seated.candidate().name());
        plain.put("number", seated.candidate().number());
        plain.put("route", seated.route());
        plain.put("progress", standing.readable() ? PlainNames.name(standing.progress()) : "unreadable");
        plain.put("held", standing.held());
        plain.put("lost", live.lostSince());
        plain.put("waiting", live.waiting());
        plain.put("locked", live.locked());
        plain.put("board", standing.board());
        seated.placed()
                .appointment()
                .terms()
                .supervisor()
                .ifPresent(somebody ->
                        plain.put("supervisor", Map.of("name", somebody.name(), "phone", somebody.phone())));
        return plain;
    }
}
