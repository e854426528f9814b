package dauntingledger.app.papers;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.web.util.UriUtils;

/**
 * Writes a kept package anew, for others to import: what the paper comes from and nothing else, its documents without
 * comments and processing instructions, and a manifest that names every file. The same paper gives the same bytes.
 */
final class PackageWriter {

    private static final long NO_TIME = 0;

    private final PackageFiles files;
    private final XmlReader xml;
    private final Problems problems = new Problems();

    private PackageWriter(byte[] zip) throws IOException {
        this.files = PackageFiles.unpack(zip, problems);
        this.xml = new XmlReader(problems);
    }

    /**
     * Returns a package that reads as {@code zip} does.
     *
     * @param paper what {@code zip} was read as
     */
    static byte[] write(byte[] zip, ReadPaper paper) {
        try {
            return new PackageWriter(zip).write(new TreeSet<>(paper.files()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private byte[] write(Set<String> paths) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream written = new ZipOutputStream(out)) {
            for (String path : paths) {
                ZipEntry entry = new ZipEntry(path);
                entry.setTime(NO_TIME);
                written.putNextEntry(entry);
                written.write(content(path, paths));
                written.closeEntry();
            }
        }
        problems.throwIfAny();
        return out.toByteArray();
    }

    private byte[] content(String path, Set<String> paths) {
        byte[] kept = files.file(path).orElseThrow();
        if (!path.endsWith(".xml")) {
            return kept;
        }
        return xml.read(path, kept)
                .map(root -> path.equals(QtiPackageReader.MANIFEST) ? manifest(root, paths) : root)
                .map(XmlWriter::write)
                .orElse(kept);
    }

    /** Leaves out resources that are not there, and names files that no resource does with the first of them. */
    private static XmlElement manifest(XmlElement root, Set<String> paths) {
        Set<String> gone = root.descendants()
                .filter(element -> element.name().equals("resource"))
                .filter(resource -> !isThere(resource, paths))
                .map(resource -> resource.attribute("identifier").orElse(""))
                .collect(Collectors.toSet());
        Set<String> unnamed = new TreeSet<>(paths);
        unnamed.remove(QtiPackageReader.MANIFEST);
        root.descendants().forEach(element -> path(element).ifPresent(unnamed::remove));
        return root.with(root.children().stream()
                .map(child -> child instanceof XmlElement inner && inner.name().equals("resources")
                        ? resources(inner, paths, gone, unnamed)
                        : child)
                .toList());
    }

    private static XmlElement resources(
            XmlElement resources, Set<String> paths, Set<String> gone, Set<String> unnamed) {
        List<Object> kept = new ArrayList<>();
        Set<String> toName = unnamed;
        for (Object child : resources.children()) {
            if (!(child instanceof XmlElement resource)) {
                kept.add(child);
            } else if (isThere(resource, paths)) {
                kept.add(resource(resource, paths, gone, toName));
                toName = Set.of();
            }
        }
        return resources.with(kept);
    }

    private static XmlElement resource(XmlElement resource, Set<String> paths, Set<String> gone, Set<String> toName) {
        List<Object> kept = new ArrayList<>(resource.children().stream()
                .filter(child -> !(child instanceof XmlElement inner)
                        || isThere(inner, paths)
                                && !gone.contains(
                                        inner.attribute("identifierref").orElse("")))
                .toList());
        toName.forEach(path -> kept.add(new XmlElement(
                resource.file(),
                0,
                "file",
                Map.of("href", UriUtils.encodePath(path, StandardCharsets.UTF_8)),
                List.of())));
        return resource.with(kept);
    }

    private static boolean isThere(XmlElement element, Set<String> paths) {
        return path(element).map(paths::contains).orElse(true);
    }

    private static Optional<String> path(XmlElement element) {
        return element.attribute("href").map(href -> PackageFiles.resolve(element.file(), href));
    }
}
