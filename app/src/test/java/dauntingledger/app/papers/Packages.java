package dauntingledger.app.papers;

import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Packages to read: the demo paper's, with files exchanged. */
public final class Packages {

    private static final Path DEMO = Path.of("src/main/resources/demo/papers");

    private final Map<String, byte[]> files = new LinkedHashMap<>();

    private Packages() {}

    static Packages demo() {
        return demo("pilot-licence");
    }

    /** Returns the names of all demo papers. */
    static Stream<String> demoNames() throws IOException {
        try (Stream<Path> folders = Files.list(DEMO)) {
            return folders.map(folder -> folder.getFileName().toString()).sorted().toList().stream();
        }
    }

    /** Returns one of the demo papers. */
    public static Packages demo(String name) {
        Packages demo = new Packages();
        Path folder = DEMO.resolve(name);
        try (Stream<Path> paths = Files.walk(folder)) {
            for (Path path : paths.filter(Files::isRegularFile).sorted().toList()) {
                demo.files.put(folder.relativize(path).toString(), Files.readAllBytes(path));
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return demo;
    }

    public static Packages empty() {
        return new Packages();
    }

    public Packages with(String path, String text) {
        return with(path, text.getBytes(StandardCharsets.UTF_8));
    }

    Packages with(String path, byte[] content) {
        files.put(path, content);
        return this;
    }

    Packages without(String path) {
        files.remove(path);
        return this;
    }

    /** Puts a file of another package in the place of one of this. */
    public Packages replacing(String path, Packages other, String its) {
        return with(path, other.text(its));
    }

    /** Exchanges every {@code what} in a file, which must be there. */
    public Packages replacing(String path, String what, String by) {
        String text = text(path);
        if (!text.contains(what)) {
            throw new IllegalArgumentException(path + " does not hold '" + what + "'");
        }
        return with(path, text.replace(what, by));
    }

    /** Returns the line, from 1, in which {@code what} first stands. */
    int lineOf(String path, String what) {
        String text = text(path);
        return (int) text.substring(0, text.indexOf(what))
                        .chars()
                        .filter(c -> c == '\n')
                        .count()
                + 1;
    }

    /** Reads this package, which must be a good one. */
    ReadPaper read() {
        try {
            return QtiPackageReader.read(zip());
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Returns what keeps this package from being read. */
    List<Problem> problems() {
        return catchThrowableOfType(PackageRefusedException.class, this::read).problems();
    }

    public byte[] zip() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue());
                zip.closeEntry();
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return out.toByteArray();
    }

    String text(String path) {
        return new String(files.getOrDefault(path, new byte[0]), StandardCharsets.UTF_8);
    }
}
