package dauntingledger.engine;

import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;

/** What the two processes say to each other: tasks one way, how they ended the other. */
final class Wire {

    private Wire() {}

    static void write(DataOutputStream out, Task task) throws IOException {
        out.writeUTF(task.language().name());
        text(out, task.program());
        text(out, task.input());
        out.writeLong(task.time().toMillis());
        out.writeInt(task.memoryMb());
        out.writeInt(task.outputBytes());
        out.flush();
    }

    static Task readTask(DataInputStream in) throws IOException {
        return new Task(
                Language.valueOf(in.readUTF()),
                text(in),
                text(in),
                Duration.ofMillis(in.readLong()),
                in.readInt(),
                in.readInt());
    }

    static void write(DataOutputStream out, Ended ended) throws IOException {
        out.writeUTF(ended.ending().name());
        text(out, ended.output());
        text(out, ended.error());
        out.flush();
    }

    static Ended readEnded(DataInputStream in) throws IOException {
        return new Ended(Ending.valueOf(in.readUTF()), text(in), text(in));
    }

    private static void text(DataOutputStream out, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        out.writeInt(bytes.length);
        out.write(bytes);
    }

    private static String text(DataInputStream in) throws IOException {
        return new String(in.readNBytes(in.readInt()), StandardCharsets.UTF_8);
    }
}
