package dauntingledger.app.room;

import dauntingledger.rulebook.plain.MalformedDataException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** Answers data that says nothing the rulebook can read: with what is wrong, and where. */
@RestControllerAdvice
class MalformedRequests {

    @ExceptionHandler
    ProblemDetail malformed(MalformedDataException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, String.valueOf(e.getMessage()));
    }
}
