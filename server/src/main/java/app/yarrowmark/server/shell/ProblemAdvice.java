package app.yarrowmark.server.shell;

import com.fasterxml.jackson.databind.JsonMappingException;
import jakarta.persistence.PersistenceException;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;

/** Turns what went wrong into problem+json with the fields at fault. */
@RestControllerAdvice
@Order(0)
class ProblemAdvice {

    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    @ExceptionHandler
    ProblemDetail onViolations(RuleViolations e) {
        return problem(HttpStatus.UNPROCESSABLE_ENTITY, e.getMessage(), e.violations());
    }

    @ExceptionHandler
    ProblemDetail onRefusal(Refusal e) {
        return ProblemDetail.forStatusAndDetail(e.status(), e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail onUnreadable(HttpMessageNotReadableException e) {
        if (BodyLimitFilter.exceeded(e)) {
            return ProblemDetail.forStatusAndDetail(HttpStatus.PAYLOAD_TOO_LARGE, BodyLimitFilter.MESSAGE);
        }
        String field = e.getCause() instanceof JsonMappingException mapping ? path(mapping) : "";
        String message = e.getCause() instanceof com.fasterxml.jackson.core.JsonProcessingException json
                ? json.getOriginalMessage()
                : "the body is missing or broken off";
        return problem(
                HttpStatus.BAD_REQUEST,
                "what was sent is not the JSON expected" + (field.isEmpty() ? "" : " at " + field) + ": " + message,
                List.of(new RuleViolations.Violation(field, message)));
    }

    @ExceptionHandler
    ProblemDetail onWrongType(MethodArgumentTypeMismatchException e) {
        String message = "\"" + e.getValue() + "\" does not fit here";
        return problem(
                HttpStatus.BAD_REQUEST,
                e.getName() + ": " + message,
                List.of(new RuleViolations.Violation(e.getName(), message)));
    }

    /** The database is away: nothing was kept, the sender should try again. */
    @ExceptionHandler({DataAccessException.class, TransactionException.class, PersistenceException.class})
    ProblemDetail onDatabase(RuntimeException e) {
        LOG.error("database: {}", e.getMessage());
        return ProblemDetail.forStatusAndDetail(
                HttpStatus.SERVICE_UNAVAILABLE,
                "The records cannot be reached now; nothing was kept. Try again shortly.");
    }

    /** Whatever nobody thought of: logged, and answered without what is inside. */
    @ExceptionHandler
    ProblemDetail onOther(RuntimeException e) {
        if (e instanceof ErrorResponse known) {
            return known.getBody();
        }
        LOG.error("unexpected", e);
        return ProblemDetail.forStatusAndDetail(
                HttpStatus.INTERNAL_SERVER_ERROR, "Something went wrong in the server; its log says what.");
    }

    private static ProblemDetail problem(HttpStatus status, String detail, List<RuleViolations.Violation> violations) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setProperty("violations", violations);
        return problem;
    }

    private static String path(JsonMappingException e) {
        StringBuilder path = new StringBuilder();
        for (JsonMappingException.Reference step : e.getPath()) {
            if (step.getFieldName() == null) {
                path.append('[').append(step.getIndex()).append(']');
            } else {
                path.append(path.isEmpty() ? "" : ".").append(step.getFieldName());
            }
        }
        return path.toString();
    }
}
