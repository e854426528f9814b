package dauntingledger.app.papers;

import java.util.Optional;

/** Reads the documents of a package, and looks each over before anything is made of it. */
final class DocumentReader {

    private final PackageFiles files;
    private final XmlReader xml;
    private final DocumentCheck check;
    private final Problems problems;

    DocumentReader(PackageFiles files, XmlReader xml, Problems problems) {
        this.files = files;
        this.xml = xml;
        this.check = new DocumentCheck(problems);
        this.problems = problems;
    }

    boolean has(String path) {
        return files.has(path);
    }

    /** Returns the root of a document, or empty after noting what is wrong, with {@code ifMissing} if there is none. */
    Optional<XmlElement> document(String path, String ifMissing) {
        Optional<byte[]> file = files.file(path);
        if (file.isEmpty()) {
            problems.add(path.isEmpty() ? "package" : path, 0, "the package has no such file, and " + ifMissing);
        }
        Optional<XmlElement> read = file.flatMap(bytes -> xml.read(path, bytes));
        read.ifPresent(check::look);
        return read;
    }

    /** Returns the path that an element refers to. */
    static String href(XmlElement element) {
        return PackageFiles.resolve(element.file(), element.attribute("href").orElse(""));
    }
}
