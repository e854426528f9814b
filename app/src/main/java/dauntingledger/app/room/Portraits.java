package dauntingledger.app.room;

import dauntingledger.app.ledger.SittingId;
import java.util.Optional;

/** The pictures that were taken of candidates on arrival. */
public interface Portraits {

    /** Returns the picture of a sitting as a PNG. */
    Optional<byte[]> of(SittingId sitting);
}
