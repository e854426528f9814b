package dauntingledger.app.start;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.diagnostics.FailureAnalysis;
import org.springframework.boot.diagnostics.FailureAnalyzer;

/** Says why the server does not start, and what to do, in place of a stack trace. */
class StartRefusedAnalyzer implements FailureAnalyzer {

    @Override
    public @Nullable FailureAnalysis analyze(Throwable failure) {
        return StartRefusedException.in(failure)
                .map(refused -> new FailureAnalysis(String.valueOf(refused.getMessage()), refused.action(), failure))
                .orElse(null);
    }
}
