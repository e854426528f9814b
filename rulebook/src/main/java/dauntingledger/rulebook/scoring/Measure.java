package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Value;
import java.util.List;

/** What the parts of a response are worth. A response has at most one measure of each kind. */
public sealed interface Measure permits Mapping, AreaMapping, PartScoring {

    Kind kind();

    /** Returns the worth of {@code value}, adding to {@code worths} what each part brought. */
    Rational worth(Value value, List<Worth> worths);

    /** Returns the most that {@code most} elements can be worth; 0 for any number of them. */
    Rational best(int most);

    /** By what a response is measured. */
    enum Kind {
        /** Elements have worths: {@code qti-map-response}. */
        MAPPING,
        /** Regions of a picture have worths: {@code qti-map-response-point}. */
        AREAS,
        /** Parts are right or wrong: our {@code dl:share}, from 0 to 1. */
        PARTS
    }
}
