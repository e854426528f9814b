package dauntingledger.engine;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Source;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Programs that want out, or everything: each ends for itself, and the next one finds the judge as it was. */
class HostileProgramsTest {

    private static final Judge JUDGE = new Judge();
    private static final Duration TIME = Duration.ofSeconds(2);

    @AfterAll
    static void end() {
        JUDGE.close();
    }

    private static Ended run(Language language, String program, String input) {
        return JUDGE.run(new Task(language, program, input, TIME, 64, 16 * 1024));
    }

    private static Arguments python(String name, Ending ending, String program) {
        return Arguments.of(name, Language.PYTHON, ending, program);
    }

    private static Arguments javaScript(String name, Ending ending, String program) {
        return Arguments.of(name, Language.JAVASCRIPT, ending, program);
    }

    static List<Arguments> hostile() {
        return List.of(
                python("endless loop", Ending.OUT_OF_TIME, "while True: pass"),
                javaScript("endless loop", Ending.OUT_OF_TIME, "for (;;) {}"),
                python("endless sleep takes nobody's time", Ending.ENDED, "import time\ntime.sleep(10**8)"),
                python("output without end", Ending.TOO_MUCH_OUTPUT, "while True: print('x' * 1000)"),
                javaScript("output without end", Ending.TOO_MUCH_OUTPUT, "for (;;) print('x'.repeat(1000))"),
                python("output and nothing done", Ending.TOO_MUCH_OUTPUT, "print('x' * 10**6)"),
                python(
                        "errors without end",
                        Ending.OUT_OF_TIME,
                        "import sys\nwhile True: sys.stderr.write('x' * 1000)"),
                python("memory", Ending.OUT_OF_MEMORY, "a = []\nwhile True: a.append(bytearray(10**6))"),
                javaScript(
                        "memory", Ending.OUT_OF_MEMORY, "const a = []; for (;;) a.push(new Uint8Array(1e6).fill(1));"),
                python("one large piece", Ending.OUT_OF_MEMORY, "bytearray(10**9)"),
                python("deep recursion", Ending.ERROR, "def f(n): return f(n + 1)\nf(0)"),
                javaScript("deep recursion", Ending.ERROR, "function f(n) { return f(n + 1) + 1; } f(0);"),
                python(
                        "recursion beyond its bound",
                        Ending.ERROR,
                        "import sys\nsys.setrecursionlimit(10**9)\nclass A:\n  def __repr__(self): return repr(self)\nrepr(A())"),
                python("nested values", Ending.ERROR, "a = []\nfor i in range(10**5): a = [a]\nprint(a)"),
                python("huge integers", Ending.OUT_OF_TIME, "x = 3\nwhile True: x = x * x % (7 ** 400000)"),
                javaScript("huge integers", Ending.OUT_OF_TIME, "let x = 3n; for (;;) x = (x * x) % 7n ** 100000n;"),
                javaScript("integers beyond all bounds", Ending.ERROR, "2n ** (2n ** 60n)"),
                python("regular expression", Ending.OUT_OF_TIME, "import re\nre.match('(a*)*b', 'a' * 40)"),
                javaScript("regular expression", Ending.OUT_OF_TIME, "/^(a*)*b$/.test('a'.repeat(40))"),
                python("leaving the engine", Ending.ERROR, "import os\nos.system('id')"),
                python("another process", Ending.ERROR, "import subprocess\nsubprocess.run(['id'])"),
                python("fork", Ending.ERROR, "import os\nos.fork()"),
                python("network", Ending.ERROR, "import socket"),
                javaScript("network", Ending.ERROR, "fetch('http://localhost/')"),
                javaScript(
                        "modules of the host", Ending.ERROR, "import('std').then((std) => print(std)); std.exit(0);"),
                javaScript("the host's own objects", Ending.ERROR, "process.exit(0)"),
                javaScript("workers", Ending.ERROR, "new Worker('x')"),
                python("native code", Ending.ERROR, "import ctypes"),
                python("threads", Ending.ERROR, "import threading\nthreading.Thread(target=print).start()"),
                python("exit code", Ending.ERROR, "print('good')\nexit(3)"),
                python("exit in order", Ending.ENDED, "print('good')\nexit(0)"),
                python("what cannot be read", Ending.ERROR, "print('a'"),
                javaScript("what cannot be read", Ending.ERROR, "print('a'"),
                javaScript("a promise that is refused", Ending.ERROR, "Promise.reject(new Error('no'))"),
                javaScript(
                        "promises without end", Ending.OUT_OF_TIME, "const f = () => Promise.resolve().then(f); f();"),
                python("files without end", Ending.ERROR, "f = open('/big', 'wb')\nwhile True: f.write(b'x' * 10**6)"),
                python("a crash of the interpreter", Ending.ERROR, "import os\nos.abort()"));
    }

    @ParameterizedTest(name = "{1}: {0}")
    @MethodSource("hostile")
    void endsForItself(String name, Language language, Ending ending, String program) {
        Ended ended = run(language, program, "");
        assertThat(ended.ending()).as(ended.error()).isEqualTo(ending);
        assertThat(run(language, "print(6 * 7)", "")).isEqualTo(new Ended(Ending.ENDED, "42\n", ""));
    }

    @Test
    void nothingOfTheHostIsThereButAFolderInMemory() throws IOException {
        Path outside = Files.createTempFile("outside", ".txt");
        Ended ended = run(Language.PYTHON, """
                import os
                print(sorted(os.listdir('/')))
                for path in ('/etc/passwd', '../etc/passwd', '/proc/self/environ', '%s'):
                    try:
                        print(open(path).read())
                    except OSError as error:
                        print('no')
                print(dict(os.environ))
                """.formatted(outside), "");
        Files.delete(outside);
        assertThat(ended.output()).isEqualTo("['lib', 'program']\nno\nno\nno\nno\n{}\n");
    }

    @Test
    void whatOneProgramLeavesTheNextDoesNotFind() {
        Ended first = run(Language.PYTHON, """
                import builtins, json, sys
                open('/note', 'w').write('the answer is 9')
                open('/lib/json/__init__.pyc', 'wb').write(b'broken')
                builtins.print = None
                sys.modules['math'] = None
                json.dumps = lambda value: 'mine'
                """, "");
        assertThat(first.ending()).as(first.error()).isEqualTo(Ending.ENDED);
        Ended next = run(
                Language.PYTHON,
                "import json, math, os\nprint(os.path.exists('/note'), json.dumps([1]), math.pi > 3)",
                "");
        assertThat(next.output()).isEqualTo("False [1] True\n");
        run(Language.JAVASCRIPT, "globalThis.left = 9; Array.prototype.map = null; print = null", "");
        assertThat(run(Language.JAVASCRIPT, "print(typeof left, [1].map((n) => n + 1))", "")
                        .output())
                .isEqualTo("undefined [2]\n");
    }

    @Test
    void timeChanceAndOrderAreTheSameEachTime() {
        String python = "import time, random\nprint(time.time(), random.random(), hash('x'), {'b', 'a', 'c'})";
        String javaScript = "print(Date.now(), Math.random())";
        assertThat(run(Language.PYTHON, python, ""))
                .isEqualTo(run(Language.PYTHON, python, ""))
                .satisfies(ended -> assertThat(ended.output()).startsWith("1767225600"));
        assertThat(run(Language.JAVASCRIPT, javaScript, "")).isEqualTo(run(Language.JAVASCRIPT, javaScript, ""));
    }

    @Test
    void aProgramSeesNothingOfTheCaseItIsJudgedBy() {
        Cases cases = new Cases(
                Limits.USUAL,
                Comparison.LINES,
                List.of(new Case(1, "", "in", "secret-output", false, Rational.ONE, "secret-group")));
        String looking = """
                import gc, os, sys
                found = []
                for folder, _, names in os.walk('/'):
                    for name in names:
                        if b'secret' in open(os.path.join(folder, name), 'rb').read().replace(b'secr' + b'et-looking', b''):
                            found.append(name)
                print(sys.argv, found, [value for value in gc.get_objects() if isinstance(value, str) and value == 'secret' + '-output'])
                """;
        Judge.Judged judged =
                JUDGE.judge(new Source(Language.PYTHON, looking), cases).getFirst();
        assertThat(judged.ending()).isEqualTo(Ending.OTHER_OUTPUT);
        assertThat(judged.output()).isEqualTo("['program'] ['program'] []\n");
    }

    @Test
    void theProcessRunsAsNobodyWithoutAnEnvironment() throws IOException {
        run(Language.JAVASCRIPT, "print(1)", "");
        ProcessHandle process = ProcessHandle.current()
                .descendants()
                .filter(ProcessHandle::isAlive)
                .filter(one -> one.info().commandLine().orElse("").contains("JudgeProcess"))
                .findFirst()
                .orElseThrow();
        Path proc = Path.of("/proc/" + process.pid());
        List<String> status = Files.readAllLines(proc.resolve("status"));
        assertThat(status).contains("NoNewPrivs:\t1");
        if (System.getProperty("user.name").equals("root")) {
            assertThat(status).anySatisfy(line -> assertThat(line).matches("Uid:\t65534\t65534\t65534\t65534"));
            assertThat(status).anySatisfy(line -> assertThat(line).matches("CapBnd:\t0+"));
        }
        Optional<String> directory =
                Optional.of(Files.readSymbolicLink(proc.resolve("cwd")).toString());
        assertThat(directory.get()).contains("judge-");
        assertThat(new String(Files.readAllBytes(proc.resolve("environ")), StandardCharsets.UTF_8))
                .isEmpty();
    }

    @Test
    void aJudgeThatWasKilledIsStartedAgain() {
        assertThat(run(Language.JAVASCRIPT, "print(1)", "").ending()).isEqualTo(Ending.ENDED);
        ProcessHandle.current()
                .descendants()
                .filter(one -> one.info().commandLine().orElse("").contains("JudgeProcess"))
                .forEach(ProcessHandle::destroyForcibly);
        assertThat(run(Language.JAVASCRIPT, "print(2)", "").output()).isEqualTo("2\n");
    }
}
