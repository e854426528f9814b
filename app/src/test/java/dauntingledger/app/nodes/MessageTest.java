package dauntingledger.app.nodes;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class MessageTest {

    @Test
    void isReadAsItWasWritten() {
        List<String> words = List.of("7", "with a blank", "Zürich", "50 % | a+b", "\n");

        assertThat(Message.payloads("me", "topic", words).stream().map(Message::read))
                .containsExactly(new Message("me", "topic", words));
    }

    @Test
    void isSplitWhereTheDatabaseTakesNoMore() {
        List<String> words = IntStream.range(0, 5_000)
                .mapToObj(i -> i + ":" + 1_796_073_034_956L + ":ü")
                .toList();

        List<String> payloads = Message.payloads("me", "topic", words);

        assertThat(payloads)
                .hasSizeGreaterThan(1)
                .allSatisfy(payload ->
                        assertThat(payload.getBytes(StandardCharsets.UTF_8)).hasSizeLessThan(8_000));
        assertThat(payloads.stream().map(Message::read).flatMap(one -> one.words().stream()))
                .containsExactlyElementsOf(words);
    }
}
