package dauntingledger.app.invigilation;

import org.springframework.http.ProblemDetail;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** Tells the board what was asked wrong, for the dialog that asked it. */
@RestControllerAdvice(assignableTypes = {ClockActs.class, PlaceActs.class, WordActs.class})
class DeedProblems {

    @ExceptionHandler
    ProblemDetail askedWrong(ErrorResponseException e) {
        return e.getBody();
    }
}
