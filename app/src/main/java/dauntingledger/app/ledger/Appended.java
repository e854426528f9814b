package dauntingledger.app.ledger;

import java.util.List;

/**
 * What became of a batch.
 *
 * @param outcomes one for each of its entries, in their order
 * @param live whether it came from the seat that may write; what a former seat sends is held
 */
public record Appended(List<Outcome> outcomes, boolean live) {
    public Appended {
        outcomes = List.copyOf(outcomes);
    }
}
