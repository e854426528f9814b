package dauntingledger.rulebook.paper;

import java.util.List;

/**
 * The languages of a paper.
 *
 * @param tags BCP 47 language tags, the first the one that is used until another is chosen
 * @param switching whether the candidate may change the language during the exam
 */
public record Languages(List<String> tags, boolean switching) {

    public Languages {
        tags = List.copyOf(tags);
    }

    public String first() {
        return tags.getFirst();
    }
}
