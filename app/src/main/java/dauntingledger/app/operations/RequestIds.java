package dauntingledger.app.operations;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerMapping;

/**
 * Gives each request a name that stands in every line of the log that it causes, in the answer, and on the page of an
 * error; and says in the log which requests failed or took long. A proxy may give the name.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestIds extends OncePerRequestFilter {

    /*
     * An address may hold a token, and a query what somebody typed; so the log has the pattern of an address, never the
     * address.
     */

    static final String HEADER = "X-Request-Id";
    static final String ATTRIBUTE = "requestId";

    private static final Logger log = LoggerFactory.getLogger(RequestIds.class);
    private static final Pattern USABLE = Pattern.compile("[A-Za-z0-9-]{8,64}");
    private static final Duration LONG = Duration.ofSeconds(2);
    private static final String IN_THE_LOG = "request.id";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String given = request.getHeader(HEADER);
        String id = given != null && USABLE.matcher(given).matches() ? given : drawn();
        long begun = System.nanoTime();
        request.setAttribute(ATTRIBUTE, id);
        response.setHeader(HEADER, id);
        MDC.put(IN_THE_LOG, id);
        try {
            chain.doFilter(request, response);
        } finally {
            note(request, response, Duration.ofNanos(System.nanoTime() - begun));
            MDC.remove(IN_THE_LOG);
        }
    }

    private static void note(HttpServletRequest request, HttpServletResponse response, Duration took) {
        boolean stream = String.valueOf(response.getContentType()).startsWith(MediaType.TEXT_EVENT_STREAM_VALUE);
        if (response.getStatus() >= 500 && !request.getServletPath().startsWith("/actuator/")
                || took.compareTo(LONG) > 0 && !stream) {
            log.warn(
                    "{} {} was answered with {} after {} ms",
                    request.getMethod(),
                    request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE),
                    response.getStatus(),
                    took.toMillis());
        }
    }

    private static String drawn() {
        ThreadLocalRandom random = ThreadLocalRandom.current();
        return HexFormat.of().toHexDigits(random.nextLong()) + HexFormat.of().toHexDigits(random.nextInt());
    }
}
