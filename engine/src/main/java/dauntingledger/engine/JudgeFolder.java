package dauntingledger.engine;

import com.dylibso.chicory.log.Logger;
import com.dylibso.chicory.runtime.Instance;
import com.dylibso.chicory.wasi.WasiPreview1;
import com.dylibso.chicory.wasm.WasmModule;
import com.google.common.collect.ImmutableList;
import com.google.common.jimfs.Jimfs;
import com.google.common.util.concurrent.internal.InternalFutureFailureAccess;
import dauntingledger.rulebook.program.Language;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URL;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A folder with what the process apart needs, and nothing else; anybody may read it. */
final class JudgeFolder {

    /** One class of each library that the process needs. */
    private static final List<Class<?>> NEEDED = List.of(
            Engine.class,
            Language.class,
            Instance.class,
            WasmModule.class,
            WasiPreview1.class,
            Logger.class,
            Jimfs.class,
            ImmutableList.class,
            InternalFutureFailureAccess.class);

    private final Path path;
    private final String classPath;

    private JudgeFolder(Path path, String classPath) {
        this.path = path;
        this.classPath = classPath;
    }

    /** Makes the folder; it goes when this virtual machine ends. */
    static JudgeFolder make() throws IOException {
        Path folder = Files.createTempDirectory("judge-");
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
        Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(folder)));
        List<String> entries = new ArrayList<>();
        for (Class<?> needed : NEEDED) {
            Path entry = folder.resolve(String.valueOf(entries.size()));
            copy(needed.getProtectionDomain().getCodeSource().getLocation(), entry);
            entries.add(entry.toString());
        }
        return new JudgeFolder(folder, String.join(File.pathSeparator, entries));
    }

    Path path() {
        return path;
    }

    String classPath() {
        return classPath;
    }

    /** A library is a file, a folder of classes, or a file inside the application's own. */
    private static void copy(URL from, Path to) throws IOException {
        if (!from.getProtocol().equals("file")) {
            String inner = from.toString().replaceFirst("^jar:", "").replaceFirst("!/$", "");
            try (InputStream bytes = URI.create(inner).toURL().openStream()) {
                Files.copy(bytes, to);
            }
            return;
        }
        try {
            copyAll(Path.of(from.toURI()), to);
        } catch (URISyntaxException e) {
            throw new IOException(e);
        }
    }

    private static void copyAll(Path from, Path to) throws IOException {
        try (Stream<Path> all = Files.walk(from)) {
            for (Path one : all.toList()) {
                Path copy = to.resolve(from.relativize(one).toString());
                Files.copy(one, copy, StandardCopyOption.REPLACE_EXISTING);
                Files.setPosixFilePermissions(copy, PosixFilePermissions.fromString("rwxr-xr-x"));
            }
        }
    }

    private static void delete(Path folder) {
        try {
            Files.walkFileTree(folder, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                    Files.delete(file);
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult postVisitDirectory(Path inner, @Nullable IOException failure)
                        throws IOException {
                    Files.delete(inner);
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            System.err.println("The folder of the judge is left behind: " + e.getMessage());
        }
    }
}
