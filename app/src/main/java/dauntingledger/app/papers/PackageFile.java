package dauntingledger.app.papers;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** A package outside the server, for commands: a zip file, or the folder that would be zipped. */
public final class PackageFile {

    private PackageFile() {}

    /**
     * Reads a paper in its first language.
     *
     * @throws IOException if there is no readable file or folder
     * @throws PackageRefusedException if it is no good package
     */
    public static PaperText read(Path path) throws IOException {
        return readAll(path).in("");
    }

    /** Reads all that a package comes to; throws as {@link #read} does. */
    static ReadPaper readAll(Path path) throws IOException {
        if (Files.isDirectory(path)) {
            return QtiPackageReader.read(zipped(path));
        }
        Problems problems = new Problems();
        try (InputStream in = Files.newInputStream(path)) {
            byte[] zip = PackageFiles.bounded(in, problems);
            problems.throwIfAny();
            return QtiPackageReader.read(zip);
        }
    }

    private static byte[] zipped(Path folder) throws IOException {
        List<Path> files;
        try (Stream<Path> walk = Files.walk(folder)) {
            files = walk.filter(Files::isRegularFile).sorted().toList();
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Path file : files) {
                zip.putNextEntry(new ZipEntry(folder.relativize(file).toString().replace('\\', '/')));
                Files.copy(file, zip);
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }
}
