package dauntingledger.app.programs;

import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Source;
import java.util.List;

/** What programs and cases are known by: SHA-256 of all that how a run ends depends on. */
final class Hashes {

    private Hashes() {}

    static String of(Source program) {
        return Hash.of(program.written()).hex();
    }

    /** What a case is worth, and whether it is shown, changes nothing of how it ends. */
    static String of(Cases cases, Case one) {
        return Hash.of(CanonicalJson.write(List.of(
                        one.call(),
                        one.input(),
                        one.output(),
                        PlainNames.name(cases.comparison().way()),
                        cases.comparison().tolerance().toString(),
                        cases.limits().time().toMillis(),
                        (long) cases.limits().memoryMb(),
                        (long) cases.limits().outputKb())))
                .hex();
    }
}
