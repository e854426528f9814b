package dauntingledger.app.room;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.picture.PictureView;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** What a camera showed of those who sit alone. */
public interface WatchPictures {

    /** A picture, without its bytes. */
    record Taken(long id, Instant at, PictureView view) {}

    /** Returns the last pictures of a sitting, the first first. */
    List<Taken> of(SittingId sitting, int most);

    /** Deletes the pictures whose day has come. */
    void deleteOld();

    /** Returns a picture of a sitting as a JPEG. */
    Optional<byte[]> picture(SittingId sitting, long id);
}
