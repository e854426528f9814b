package dauntingledger.app.papers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.springframework.web.util.UriUtils;

/** The files of a package, unpacked into memory within bounds. */
final class PackageFiles {

    static final int MAX_PACKAGE = 20 << 20;
    private static final int MAX_FILES = 2_000;
    private static final int MAX_FILE = 5 << 20;
    private static final long MAX_TOTAL = 60L << 20;
    private static final int MAX_RATIO = 100;
    private static final int LONGEST_PATH = 240;
    private static final long RATIO_FROM = 1 << 20;

    private final Map<String, byte[]> files = new LinkedHashMap<>();
    private final UnaryOperator<String> names;
    private final Set<String> asked;

    private PackageFiles(UnaryOperator<String> names, Set<String> asked) {
        this.names = names;
        this.asked = asked;
    }

    private void keep(String path, byte[] content, Problems problems) {
        if (!isPlainPath(path)) {
            problems.add(path, 0, "paths must be relative, without '..' or '\\'");
        } else if (files.putIfAbsent(path, content) != null) {
            problems.add(path, 0, "the package holds this file twice");
        } else if (Signature.belies(path, content)) {
            problems.add(path, 0, "the file does not begin as files of that kind do: it is not what its name says");
        }
    }

    /** Unpacks {@code zip}, noting what is wrong; what is noted is not unpacked. */
    static PackageFiles unpack(byte[] zip, Problems problems) throws IOException {
        PackageFiles unpacked = new PackageFiles(UnaryOperator.identity(), new TreeSet<>());
        long total = 0;
        int entries = 0;
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (++entries > MAX_FILES) {
                    problems.add("package", 0, "it holds more than " + MAX_FILES + " files");
                    return unpacked;
                }
                String path = entry.getName();
                byte[] content = in.readNBytes(MAX_FILE + 1);
                total += content.length;
                if (content.length > MAX_FILE || total > MAX_TOTAL) {
                    problems.add(
                            path,
                            0,
                            "it unpacks to more than the " + (MAX_FILE >> 20) + " MB for a file or the "
                                    + (MAX_TOTAL >> 20) + " MB for a package that are allowed");
                    return unpacked;
                }
                if (entry.isDirectory() && content.length == 0) {
                    continue;
                }
                unpacked.keep(path, content, problems);
            }
        }
        if (total > RATIO_FROM && total / Math.max(1, zip.length) > MAX_RATIO) {
            problems.add(
                    "package", 0, "it unpacks to more than " + MAX_RATIO + " times its size, which no real paper does");
        }
        if (entries == 0) {
            problems.add("package", 0, "this is not a zip file, or it is empty");
        }
        return unpacked;
    }

    static byte[] bounded(InputStream in, Problems problems) throws IOException {
        byte[] zip = in.readNBytes(MAX_PACKAGE + 1);
        if (zip.length > MAX_PACKAGE) {
            problems.add("package", 0, "it is larger than " + (MAX_PACKAGE >> 20) + " MB");
        }
        return zip;
    }

    boolean has(String path) {
        return files.containsKey(path);
    }

    Optional<byte[]> file(String path) {
        if (has(path)) {
            asked.add(names.apply(path));
        }
        return Optional.ofNullable(files.get(path));
    }

    /** Returns the paths of the files that were asked for: what a paper that was read comes from. */
    Set<String> asked() {
        return Set.copyOf(asked);
    }

    /** Returns these files as they are read in another language: a file in {@code folder} stands in for its namesake. */
    PackageFiles overlaid(String folder) {
        PackageFiles overlaid = new PackageFiles(path -> overlaidBy(folder, path), asked);
        files.forEach(
                (path, content) -> overlaid.files.put(path, files.getOrDefault(overlaidBy(folder, path), content)));
        return overlaid;
    }

    /** Returns which file is read for {@code path} where {@code folder} is laid over. */
    String overlaidBy(String folder, String path) {
        String other = folder + "/" + path;
        return files.containsKey(other) ? other : path;
    }

    /**
     * Returns {@code href}, which is a relative reference by RFC 3986, as seen from the file {@code from}, as a path in
     * the package; none leads out of it.
     */
    static String resolve(String from, String href) {
        Deque<String> path = new ArrayDeque<>(List.of(from.split("/", -1)));
        path.removeLast();
        for (String step : decoded(href).split("/", -1)) {
            if (step.equals("..")) {
                path.pollLast();
            } else if (!step.equals(".")) {
                path.addLast(step);
            }
        }
        return String.join("/", path);
    }

    /** A percent sign that begins no code means itself. */
    private static String decoded(String href) {
        try {
            return UriUtils.decode(href, StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return href;
        }
    }

    private static boolean isPlainPath(String path) {
        return !path.isEmpty()
                && !path.startsWith("/")
                && !path.contains("..")
                && !path.contains("\\")
                && !path.contains(":")
                && !path.endsWith("/")
                && path.length() <= LONGEST_PATH
                && path.chars().noneMatch(Character::isISOControl);
    }
}
