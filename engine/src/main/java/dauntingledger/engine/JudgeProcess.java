package dauntingledger.engine;

import dauntingledger.rulebook.program.Language;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.util.EnumMap;
import java.util.Map;

/** The process apart: reads tasks from its input and writes how they ended, until its input ends. */
public final class JudgeProcess {

    private JudgeProcess() {}

    public static void main(String[] args) throws IOException {
        DataOutputStream out = new DataOutputStream(System.out);
        System.setOut(System.err);
        Map<Language, Engine> engines = new EnumMap<>(Language.class);
        try (DataInputStream in = new DataInputStream(System.in)) {
            while (true) {
                Task task = Wire.readTask(in);
                Wire.write(
                        out,
                        engines.computeIfAbsent(task.language(), Engine::of).run(task));
            }
        } catch (EOFException e) {
            out.close();
        }
    }
}
