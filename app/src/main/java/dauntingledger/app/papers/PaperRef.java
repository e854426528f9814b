package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.PaperId;

/** Names one version of a paper. */
public record PaperRef(PaperId id, int version) {
    public PaperRef {
        requireNonNull(id, "id");
    }
}
