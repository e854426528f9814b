package dauntingledger.app.papers;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
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
        byte[] zip = Files.isDirectory(path) ? zipped(path) : Files.readAllBytes(path);
        return QtiPackageReader.read(zip).in("");
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
