package dauntingledger.app.nodes;

import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.stream.Stream;

/** What a node tells at once: who it is, a topic and words, with blanks between them. Words are percent-encoded. */
record Message(String node, String topic, List<String> words) {

    /** PostgreSQL takes payloads shorter than 8,000 bytes. */
    static final int MOST_BYTES = 7_999;

    /** Returns payloads that hold all words together, as few as can be. */
    static List<String> payloads(String node, String topic, Collection<String> words) {
        String head = node + " " + topic;
        List<String> payloads = new ArrayList<>();
        StringBuilder payload = new StringBuilder(head);
        for (String word : words) {
            String coded = URLEncoder.encode(word, StandardCharsets.UTF_8);
            if (payload.length() + 1 + coded.length() > MOST_BYTES) {
                payloads.add(payload.toString());
                payload = new StringBuilder(head);
            }
            payload.append(' ').append(coded);
        }
        payloads.add(payload.toString());
        return payloads;
    }

    static Message read(String payload) {
        String[] parts = payload.split(" ");
        return new Message(
                parts[0],
                parts.length > 1 ? parts[1] : "",
                Stream.of(parts)
                        .skip(2)
                        .map(word -> URLDecoder.decode(word, StandardCharsets.UTF_8))
                        .toList());
    }
}
