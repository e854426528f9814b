package dauntingledger.app.papers;

import dauntingledger.rulebook.paper.ItemId;

/**
 * A question that stands in two papers: with the same words, whatever it is called and however these are spaced.
 *
 * @param own what it is called in the paper that is asked about
 * @param paper what the other paper is called
 * @param item what the question is called there
 */
public record SharedQuestion(ItemId own, String paper, ItemId item) {}
