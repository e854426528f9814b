package dauntingledger.app.backup;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.DatabaseFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.DigestInputStream;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Collections;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import javax.sql.DataSource;
import org.apache.commons.codec.digest.DigestUtils;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * The file of a copy: a zip archive of the keys, the database as its engine has packed it, and at the end
 * {@value #MANIFEST}, which says when it was made, what it holds, and the SHA-256 of each file.
 */
final class CopyFile {

    /*
     * What lies with the data and is no part of the database is small and written once: the keys. It is read after the
     * database was copied, so a key that the database speaks of is there. The manifest comes last, so a file without one
     * is no copy.
     */

    static final String ENDING = ".copy.zip";
    static final String MANIFEST = "copy.json";

    private static final String FORMAT = "daunting-ledger-copy/1";
    private static final String DATABASE = "ledger.zip";
    private static final Pattern KEY =
            Pattern.compile("signing\\.key|operator\\.token|certificate-keys/[0-9a-z]+\\.(key|pub)");
    /** The archive of the engine and the copy around it lie there together for a moment. */
    private static final int SIZES_NEEDED = 2;

    private static final long MEGA = 1_000_000;
    private static final Logger log = LoggerFactory.getLogger(CopyFile.class);
    private static final JsonMapper JSON = JsonMapper.shared();

    private CopyFile() {}

    /** What stands in {@value #MANIFEST}; the names of the files lead to the SHA-256 of each. */
    private record Manifest(
            String format, Instant made, String version, long sittings, long entries, Map<String, String> sha256) {
        Manifest {
            requireNonNull(made, "made");
            requireNonNull(version, "version");
            sha256 = Collections.unmodifiableMap(new LinkedHashMap<>(sha256));
        }
    }

    /** The file is not a copy, or is not what it was when it was written. */
    static final class BadCopyException extends Exception {
        private static final long serialVersionUID = 1L;

        BadCopyException(String message) {
            super(message);
        }
    }

    /**
     * Makes a copy of an installation that may be at work.
     *
     * @param target where it comes to be, at once and as a whole
     * @param data the folder of the data
     * @throws BackupFailedException if it could not be made; then nothing of it is left
     */
    static Copy make(DataSource database, Path data, Path target, Instant now, String version)
            throws BackupFailedException {
        Path folder = requireNonNull(target.toAbsolutePath().getParent(), "the folder of a file");
        Path archive = folder.resolve("packing.tmp");
        try {
            checkSpace(folder, data);
            Copy copy;
            try (Connection connection = database.getConnection()) {
                copy = new Copy(
                        String.valueOf(target.getFileName()),
                        0,
                        now.truncatedTo(ChronoUnit.MILLIS),
                        version,
                        Database.rows(connection, "sitting"),
                        Database.rows(connection, "ledger_line"));
                Database.pack(connection, archive);
            }
            write(target, archive, data, copy);
            return read(target);
        } catch (IOException e) {
            throw new BackupFailedException(
                    "The folder " + folder + " cannot be written. See that it is there, belongs to the server, and has"
                            + " space.",
                    e);
        } catch (SQLException e) {
            throw new BackupFailedException("The database could not be copied (" + e.getSQLState()
                    + "). See whether the store is well, then try again.");
        } catch (BadCopyException e) {
            throw new BackupFailedException("The copy could not be read again: " + e.getMessage() + ".");
        } finally {
            forget(archive);
        }
    }

    private static void checkSpace(Path folder, Path data) throws IOException, BackupFailedException {
        long needed = SIZES_NEEDED * Files.size(data.resolve(DatabaseFile.NAME));
        long free = Files.getFileStore(folder).getUsableSpace();
        if (free < needed) {
            throw new BackupFailedException("There is too little space in " + folder + ": " + free / MEGA
                    + " MB are free, " + needed / MEGA + " MB are needed. Make room, or keep fewer copies.");
        }
    }

    /** Deletes a file that is needed no more; that it stays is no failure. */
    static void forget(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            log.warn("{} could not be deleted", file);
        }
    }

    /**
     * Writes a copy.
     *
     * @param database the archive that the database's engine has made
     * @param data the folder of the data, for the keys
     */
    static void write(Path target, Path database, Path data, Copy copy) throws IOException {
        Path written = Files.createTempFile(target.toAbsolutePath().getParent(), "writing", ".tmp", ownerAlone());
        try {
            Map<String, String> digests = new LinkedHashMap<>();
            try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(written))) {
                zip.setLevel(Deflater.NO_COMPRESSION);
                digests.put(DATABASE, put(zip, DATABASE, database));
                for (Map.Entry<String, Path> key : keys(data).entrySet()) {
                    digests.put(key.getKey(), put(zip, key.getKey(), key.getValue()));
                }
                zip.putNextEntry(new ZipEntry(MANIFEST));
                zip.write(JSON.writeValueAsBytes(
                        new Manifest(FORMAT, copy.made(), copy.version(), copy.sittings(), copy.entries(), digests)));
                zip.closeEntry();
            }
            Files.move(written, target, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(written);
        }
    }

    private static FileAttribute<?> ownerAlone() {
        return PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"));
    }

    private static Map<String, Path> keys(Path data) throws IOException {
        Map<String, Path> keys = new TreeMap<>();
        try (Stream<Path> files = Files.walk(data, 2)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                String name = data.relativize(file).toString().replace('\\', '/');
                if (KEY.matcher(name).matches()) {
                    keys.put(name, file);
                }
            }
        }
        return keys;
    }

    private static String put(ZipOutputStream zip, String name, Path file) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        try (DigestInputStream in = new DigestInputStream(Files.newInputStream(file), DigestUtils.getSha256Digest())) {
            in.transferTo(zip);
            zip.closeEntry();
            return HexFormat.of().formatHex(in.getMessageDigest().digest());
        }
    }

    /** Returns what a file says of itself. */
    static Copy read(Path file) throws IOException, BadCopyException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            Manifest manifest = manifest(zip);
            return new Copy(
                    String.valueOf(file.getFileName()),
                    Files.size(file),
                    manifest.made(),
                    manifest.version(),
                    manifest.sittings(),
                    manifest.entries());
        } catch (ZipException e) {
            throw new BadCopyException("it is no archive, or it was cut short");
        }
    }

    private static Manifest manifest(ZipFile zip) throws IOException, BadCopyException {
        ZipEntry entry = zip.getEntry(MANIFEST);
        if (entry == null) {
            throw new BadCopyException("it has no " + MANIFEST);
        }
        try (InputStream in = zip.getInputStream(entry)) {
            Manifest manifest = JSON.readValue(in, Manifest.class);
            if (!FORMAT.equals(manifest.format())) {
                throw new BadCopyException("its format is " + manifest.format() + " and not " + FORMAT);
            }
            return manifest;
        } catch (JacksonException | NullPointerException e) {
            throw new BadCopyException("its " + MANIFEST + " cannot be read");
        }
    }

    /** Lays out a copy in an empty folder as the data of an installation. */
    static void unpack(Path file, Path folder) throws IOException, BadCopyException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            Map<String, String> digests = manifest(zip).sha256();
            if (!digests.containsKey(DATABASE)) {
                throw new BadCopyException("it has no " + DATABASE);
            }
            for (Map.Entry<String, String> named : digests.entrySet()) {
                String name = named.getKey();
                if (!name.equals(DATABASE) && !KEY.matcher(name).matches()) {
                    throw new BadCopyException("it has a file that does not belong there: " + name);
                }
                Path target = folder.resolve(name);
                Files.createDirectories(target.getParent());
                if (!take(zip, name, target).equals(named.getValue())) {
                    throw new BadCopyException(name + " in it is not what was written: its SHA-256 differs");
                }
            }
        }
        Path packed = folder.resolve(DATABASE);
        try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(packed))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (Path.of(entry.getName()).getFileName().toString().equals(DatabaseFile.NAME)) {
                    Files.copy(
                            zip,
                            Files.createFile(folder.resolve(DatabaseFile.NAME), ownerAlone()),
                            StandardCopyOption.REPLACE_EXISTING);
                }
            }
        }
        Files.delete(packed);
    }

    private static String take(ZipFile zip, String name, Path target) throws IOException, BadCopyException {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null) {
            throw new BadCopyException(name + " is missing in it");
        }
        try (DigestInputStream in = new DigestInputStream(zip.getInputStream(entry), DigestUtils.getSha256Digest());
                OutputStream out = Files.newOutputStream(Files.createFile(target, ownerAlone()))) {
            in.transferTo(out);
            return HexFormat.of().formatHex(in.getMessageDigest().digest());
        } catch (ZipException e) {
            throw new BadCopyException(name + " in it cannot be unpacked");
        }
    }

    /** Returns the copies in a folder, the latest first; files that are none are passed over. */
    static List<Copy> in(Path folder) throws IOException {
        if (Files.notExists(folder)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(file -> file.getFileName().toString().endsWith(ENDING))
                    .<Copy>mapMulti((file, found) -> {
                        try {
                            found.accept(read(file));
                        } catch (IOException | BadCopyException e) {
                            // A file that is no copy is neither offered nor deleted.
                        }
                    })
                    .sorted(Comparator.comparing(Copy::made).reversed())
                    .toList();
        }
    }
}
