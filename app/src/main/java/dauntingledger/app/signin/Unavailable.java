package dauntingledger.app.signin;

import dauntingledger.app.ledger.StoreFailedException;
import dauntingledger.app.ledger.UnreadableLedgerException;
import jakarta.persistence.PersistenceException;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.ModelAndView;

/**
 * Answers while the store does not work: that it is for a moment, and that what was entered is kept in the browser. A
 * script gets a status that it tries again after; a person gets a page that does.
 */
@ControllerAdvice
class Unavailable {

    private static final Logger log = LoggerFactory.getLogger(Unavailable.class);

    /** After how long a script tries again. */
    static final String SECONDS = "5";

    @ExceptionHandler({
        StoreFailedException.class,
        DataAccessException.class,
        TransactionException.class,
        PersistenceException.class
    })
    Object store(RuntimeException e, HttpServletRequest request) {
        log.warn(
                "{} {} had to wait: {}",
                request.getMethod(),
                request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE),
                e.getClass().getSimpleName());
        return answer("unavailable", request);
    }

    @ExceptionHandler
    Object unreadable(UnreadableLedgerException e, HttpServletRequest request) {
        return answer("unreadable", request);
    }

    /** Returns whether somebody is to read the answer. */
    static boolean isForAPerson(HttpServletRequest request) {
        return String.valueOf(request.getHeader(HttpHeaders.ACCEPT)).contains("text/html");
    }

    private static Object answer(String view, HttpServletRequest request) {
        boolean page = "GET".equals(request.getMethod()) && isForAPerson(request);
        boolean form = String.valueOf(request.getContentType()).startsWith("application/x-www-form-urlencoded")
                || String.valueOf(request.getContentType()).startsWith("multipart/");
        if (page || form) {
            return new ModelAndView(view, Map.of("again", page), HttpStatus.SERVICE_UNAVAILABLE);
        }
        return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                .header(HttpHeaders.RETRY_AFTER, SECONDS)
                .body(ProblemDetail.forStatus(HttpStatus.SERVICE_UNAVAILABLE));
    }
}
