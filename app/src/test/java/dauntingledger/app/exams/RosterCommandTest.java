package dauntingledger.app.exams;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeout;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RosterCommandTest {

    @TempDir
    private Path folder;

    private final ByteArrayOutputStream said = new ByteArrayOutputStream();

    private int run(String... args) {
        return RosterCommand.run(new PrintStream(said, true, StandardCharsets.UTF_8), args);
    }

    private String file(String name, String contents) throws IOException {
        return Files.writeString(folder.resolve(name), contents).toString();
    }

    @Test
    void saysEachFindingInALineAndEndsWithOne() throws IOException {
        String file = file("r.csv", "number,name,room,seat\n1,Ann,North,A9\n1,,South,\n");
        String rooms = file("rooms.csv", "\"name\",\"rows\",\"columns\",\"missing\"\n\"North\",\"4\",\"6\",\"A1\"\n");

        assertThat(run("check", file, "--rooms", rooms, "--prefix", "BW-")).isEqualTo(1);

        assertThat(said.toString(StandardCharsets.UTF_8))
                .hasLineCount(4)
                .contains(file + ":2: seat: There is no seat A9 in this room.")
                .contains(file + ":3: number: Is there twice: already in line 2.")
                .contains(file + ":3: name: Is missing.")
                .contains(file + ":3: room: This exam has no room ‘South’.");
    }

    @Test
    void endsWithZeroOnlyForAFileThatCouldBeImported() throws IOException {
        assertThat(run("check", file("good.csv", "number;name\n1;Ann\n"))).isZero();
        assertThat(said.toString(StandardCharsets.UTF_8)).isEmpty();
        assertThat(run("check", file("empty.csv", ""))).isEqualTo(1);
        assertThat(run("check", folder.resolve("none.csv").toString())).isEqualTo(2);
        assertThat(run("check")).isEqualTo(2);
        assertThat(run("check", "x", "--colour", "red")).isEqualTo(2);
        assertThat(run("check", file("a.csv", "number,name\n1,A\n"), "--rooms", file("b.csv", "name,rows\nNorth,x\n")))
                .isEqualTo(2);
    }

    @Test
    void checksFiftyThousandLinesWithinTenSeconds() throws IOException {
        StringBuilder lines =
                new StringBuilder("number,name,email,room,seat,time_factor,extra_break_minutes,aids,language\n");
        for (int i = 0; i < 50_000; i++) {
            lines.append(i)
                    .append(",\"Candidate, ")
                    .append(i)
                    .append("\",c")
                    .append(i)
                    .append("@brackwater.example,,,1.25,10,a lamp|a ruler,de\n");
        }
        String file = file("many.csv", lines.toString());

        assertTimeout(
                Duration.ofSeconds(10), () -> assertThat(run("check", file)).isZero());
    }
}
