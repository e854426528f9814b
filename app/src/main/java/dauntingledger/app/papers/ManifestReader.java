package dauntingledger.app.papers;

import static dauntingledger.app.papers.DocumentReader.href;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds the test that a package is about: the one it holds, or one made of its items. */
final class ManifestReader {

    private final DocumentReader documents;
    private final Problems problems;

    ManifestReader(DocumentReader documents, Problems problems) {
        this.documents = documents;
        this.problems = problems;
    }

    /** Returns the root of the test, or empty after noting what is wrong. */
    Optional<XmlElement> test(XmlElement manifest) {
        List<XmlElement> resources = manifest.descendants()
                .filter(element -> element.name().equals("resource"))
                .toList();
        for (XmlElement resource : resources) {
            String href = href(resource);
            if (resource.attribute("href").isPresent() && !documents.has(href)) {
                problems.add(resource, "the package has no file '" + href + "'");
            }
        }
        List<XmlElement> tests = resources.stream()
                .filter(resource -> resource.attribute("type").orElse("").startsWith("imsqti_test_xmlv3p"))
                .toList();
        if (tests.isEmpty()) {
            return testOfItems(manifest, resources);
        }
        if (tests.size() > 1) {
            problems.add(
                    manifest,
                    "a package must hold one test at most (type imsqti_test_xmlv3p0), but holds " + tests.size());
            return Optional.empty();
        }
        return documents.document(href(tests.getFirst()), "the manifest names this test");
    }

    /** Items without a test are one part with one section. */
    private Optional<XmlElement> testOfItems(XmlElement manifest, List<XmlElement> resources) {
        List<Object> refs = new ArrayList<>();
        resources.stream()
                .filter(resource -> resource.attribute("type").orElse("").startsWith("imsqti_item_xmlv3p"))
                .forEach(resource -> {
                    String href = href(resource);
                    documents
                            .document(href, "the manifest names this item")
                            .ifPresent(item -> refs.add(made(
                                    "qti-assessment-item-ref",
                                    Map.of("identifier", item.identifier(), "href", href),
                                    List.of())));
                });
        if (refs.isEmpty()) {
            problems.add(
                    manifest, "a package must hold a test (type imsqti_test_xmlv3p0) or items (imsqti_item_xmlv3p0)");
            return Optional.empty();
        }
        String name = manifest.attribute("identifier").orElse("items");
        XmlElement section = made("qti-assessment-section", Map.of("identifier", "items", "title", "Questions"), refs);
        XmlElement part = made(
                "qti-test-part",
                Map.of("identifier", "part", "navigation-mode", "nonlinear", "submission-mode", "simultaneous"),
                List.of(section));
        return Optional.of(made("qti-assessment-test", Map.of("identifier", name, "title", name), List.of(part)));
    }

    /** A package without our side file is a row of its parts, and the hand-in. */
    static XmlElement plainSideFile(XmlElement test) {
        List<Object> route = new ArrayList<>();
        test.elements("qti-test-part")
                .forEach(part -> route.add(made("block", Map.of("part", part.identifier()), List.of())));
        route.add(made("hand-in", Map.of("id", "hand-in", "title", "Hand in", "within", "PT10M"), List.of()));
        return made(
                "paper",
                Map.of("id", test.identifier(), "version", "1", "title", test.title()),
                List.of(made("route", Map.of(), route)));
    }

    private static XmlElement made(String name, Map<String, String> attributes, List<Object> children) {
        return new XmlElement(QtiPackageReader.MANIFEST, 0, name, attributes, children);
    }
}
