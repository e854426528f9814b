package dauntingledger.app.demo;

import dauntingledger.rulebook.paper.ItemId;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** What people of the demo write in their own words: what happened, in some of the ways in which it can be said. */
final class DemoTexts {

    private static final ItemId LOG = new ItemId("log-entry");

    /** One fact in so many is not thought of. */
    private static final int FORGOTTEN = 5;

    private static final List<List<List<String>>> REPORT = List.of(
            List.of(
                    List.of(
                            "At 15:02",
                            "Two minutes past three",
                            "15:02:",
                            "Shortly after 15:00, at 15:02,",
                            "It was 15:02 when"),
                    List.of(
                            "Anchusa touched the ground",
                            "we touched",
                            "the ship ran onto the bank",
                            "her keel grounded",
                            "the vessel took the ground"),
                    List.of(
                            "on the Hopper Sill.",
                            "by the Hopper Sill, on its northern edge.",
                            "at the sill they call the Hopper.",
                            "off Hopper, on the sill itself.",
                            "crossing the Hopper Sill outward bound.")),
            List.of(
                    List.of(
                            "The engine was stopped at once",
                            "I had the engine stopped",
                            "Engine to stop",
                            "We went to stop on the telegraph",
                            "The first order was to stop her"),
                    List.of(
                            "and the helm put amidships",
                            "and tried the rudder",
                            "with a hand on the wheel",
                            "and sent a man to the steering flat",
                            "while the mate called the depths")),
            List.of(
                    List.of(
                            "; four minutes later",
                            "; at 15:06",
                            ". With the rising water, at 15:06,",
                            ". By six minutes past",
                            ". Without any help, at 15:06,"),
                    List.of(
                            "she came off by herself.",
                            "we were afloat again.",
                            "she lifted and swung free.",
                            "the tide had taken her off.",
                            "she floated as if nothing had been.")),
            List.of(
                    List.of(
                            "Bilges were sounded",
                            "I had the bilges sounded twice",
                            "The carpenter went below and sounded",
                            "The wells were looked into",
                            "All bilges opened"),
                    List.of(
                            "and found dry",
                            "and there was no water",
                            "without finding a drop",
                            "with the rod coming up clean",
                            "and nothing had been let in"),
                    List.of(
                            "; the rudder turns freely.",
                            "; hull seen with a lamp from the boat.",
                            ", and steering tried both ways.",
                            "; the hull sounded whole all round.",
                            ", the mate looking over the side with a lamp.")),
            List.of(
                    List.of(
                            "I ask for a diver",
                            "A survey is needed",
                            "Somebody should look at her bottom",
                            "She ought to be surveyed",
                            "I propose that a diver goes down"),
                    List.of(
                            "before she goes out again.",
                            "before the next passage.",
                            "at the quay tonight.",
                            "while she lies at Marrow.",
                            "ahead of any other voyage.")),
            List.of(
                    List.of(
                            "The sounding of the sill",
                            "The depth on the chart",
                            "What the chart says of the Hopper",
                            "The mark on the sill"),
                    List.of(
                            "wants reading anew.",
                            "does not agree with ours.",
                            "should be put to the Board.",
                            "is a foot out, I believe.")));

    private static final List<List<List<String>>> CALL = List.of(
            List.of(
                    List.of("15:05", "At 15:05", "Five past three:", "15:05 by the clock here"),
                    List.of(
                            "Anchusa, off the Hopper Sill,",
                            "the vessel Anchusa",
                            "Anchusa, lying by the sill,",
                            "a call from Anchusa"),
                    List.of(
                            "reports Tern Beacon dark.",
                            "says that Tern Beacon shows no light.",
                            "gave notice: no light at Tern Beacon.",
                            "tells us the lamp of Tern Beacon is out.")),
            List.of(
                    List.of(
                            "Repeated it to her and thanked her;",
                            "Read back and noted;",
                            "Taken down as said;",
                            "Asked her to stand by;"),
                    List.of(
                            "warned all ships at 15:07",
                            "a warning went out on the calling channel",
                            "told every ship in the bay",
                            "called all ships twice"),
                    List.of(
                            "and the lamp keeper at 15:09.",
                            "and rang the keeper.",
                            ", then the keeper by telephone.",
                            "; keeper informed, on his way.")));

    /** What somebody who copies says otherwise, so that it is not seen at once. */
    private static final List<List<String>> RETOLD = List.of(
            List.of("Anchusa", "The Anchusa"),
            List.of("and", "as well as"),
            List.of("by herself", "on her own"),
            List.of("; ", ". Then "));

    private DemoTexts() {}

    /** Returns an answer to a question that is answered in sentences. */
    static String written(ItemId item, Random random) {
        List<String> sentences = new ArrayList<>();
        for (List<List<String>> fact : item.equals(LOG) ? CALL : REPORT) {
            List<String> parts = fact.stream()
                    .map(ways -> ways.get(random.nextInt(ways.size())))
                    .toList();
            if (random.nextInt(FORGOTTEN) > 0 || sentences.isEmpty()) {
                sentences.add(String.join(" ", parts));
            }
        }
        return String.join(" ", sentences).replace(" ;", ";").replace(" .", ".").replace(" ,", ",");
    }

    /** Returns a text of somebody else with a word changed here and there. */
    static String retold(String text) {
        String retold = text;
        for (List<String> change : RETOLD) {
            retold = retold.replaceFirst(change.getFirst(), change.getLast());
        }
        return retold;
    }
}
