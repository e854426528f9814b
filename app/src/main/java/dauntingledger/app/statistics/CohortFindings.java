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

    /** From this share on, and from so many fingerprints on, two texts look copied. */
    static final Rational SUSPECT_SHARE = Rational.of(3, 5);

    static final int SUSPECT_PRINTS = 20;

    /** So many pairs, at most, may chance alone bring about in an exam for a pair to be listed above the threshold. */
    static final double SUSPECT_BY_CHANCE = 0.01;

    CohortFindings {
        sectionMosts = List.copyOf(sectionMosts);
        common = Map.copyOf(common);
        texts = List.copyOf(texts);
        agreements = List.copyOf(agreements);
    }

    /** Two candidates whose texts in answer to a question share something. */
    record AlikeTexts(ItemId item, TextComparison.Pair pair) {

        /** Returns the share, less where only a few fingerprints are shared, since short texts are soon alike. */
        Rational strength() {
            return pair.share().times(Rational.of(Math.min(pair.shared(), SUSPECT_PRINTS), SUSPECT_PRINTS));
        }

        boolean suspect() {
            return pair.shared() >= SUSPECT_PRINTS && pair.share().compareTo(SUSPECT_SHARE) >= 0;
        }
    }

    /** Returns how many pairs of this exam chance alone lets expect to agree as much as these two. */
    double byChance(WrongAgreement.Pair pair) {
        return pair.chance() * compared;
    }

    boolean suspect(WrongAgreement.Pair pair) {
        return byChance(pair) <= SUSPECT_BY_CHANCE;
    }
}
