package dauntingledger.app.statistics;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.similarity.TextComparison;
import dauntingledger.rulebook.similarity.WrongAgreement;
import dauntingledger.rulebook.statistics.ExamStatistics;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What the answers of a cohort tell.
 *
 * @param most the marks that can be earned in all
 * @param sectionMosts those of each section, in the order of the paper
 * @param passMark the least marks to pass, where the rules of the results ask for such
 * @param common the fingerprints of texts that count for nobody, by question
 * @param texts candidates whose texts share something, the most similar first
 * @param agreements candidates who agree on wrong options, the least likely first
 * @param compared how many pairs of candidates there are
 */
record CohortFindings(
        ExamStatistics statistics,
        Rational most,
        List<Rational> sectionMosts,
        Optional<Rational> passMark,
        Map<ItemId, Set<Long>> common,
        List<AlikeTexts> texts,
        List<WrongAgreement.Pair> agreements,
        long compared) {

    CohortFindings {
        sectionMosts = List.copyOf(sectionMosts);
        common = Map.copyOf(common);
        texts = List.copyOf(texts);
        agreements = List.copyOf(agreements);
    }

    /** Two candidates whose texts in answer to a question share something. */
    record AlikeTexts(ItemId item, TextComparison.Pair pair) {}
}
