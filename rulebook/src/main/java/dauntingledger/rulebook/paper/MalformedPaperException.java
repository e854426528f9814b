package dauntingledger.rulebook.paper;

import java.util.List;
import java.util.stream.Collectors;

/** Thrown when a paper breaks its invariants; carries every finding, not only the first. */
public final class MalformedPaperException extends IllegalArgumentException {

    private static final long serialVersionUID = 1L;

    private final transient List<Finding> findings;

    public MalformedPaperException(List<Finding> findings) {
        super(findings.stream().map(Finding::toString).collect(Collectors.joining("\n")));
        this.findings = List.copyOf(findings);
    }

    public List<Finding> findings() {
        return findings;
    }
}
