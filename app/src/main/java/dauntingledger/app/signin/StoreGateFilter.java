package dauntingledger.app.signin;

import dauntingledger.app.ledger.StoreGate;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Answers requests before they reach a store that takes nothing: a script tries again later, a person gets a page. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 5)
class StoreGateFilter extends OncePerRequestFilter {

    private final StoreGate gate;
    /** A filter is made before there is a database. */
    private final ObjectProvider<RememberedSignIns> remembered;

    StoreGateFilter(StoreGate gate, ObjectProvider<RememberedSignIns> remembered) {
        this.remembered = remembered;
        this.gate = gate;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getServletPath();
        return !gate.isClosed()
                || path.startsWith("/assets/")
                || path.startsWith("/actuator/")
                || path.equals("/operations/status")
                || path.equals("/office/status") && remembered.getObject().isKnown(request)
                || path.equals("/service-worker.js");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        response.setHeader(HttpHeaders.RETRY_AFTER, Unavailable.SECONDS);
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        response.setStatus(HttpStatus.SERVICE_UNAVAILABLE.value());
        if (Unavailable.isForAPerson(request)) {
            request.getRequestDispatcher("/unavailable").forward(request, response);
        }
    }
}
