package app.yarrowmark.server.problems;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonMappingException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.validation.BindException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;

/** Turns what went wrong into problem+json with the fields at fault. */
@RestControllerAdvice
@Order(0)
class ProblemAdvice {

    private final Trouble trouble;

    ProblemAdvice(Trouble trouble) {
        this.trouble = trouble;
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> onViolations(RuleViolations e) {
        return problem(HttpStatus.UNPROCESSABLE_ENTITY, String.valueOf(e.getMessage()), e.violations());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> onRefusal(Refusal e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(e.status(), e.getMessage());
        if (e.current() != null) {
            problem.setProperty("current", e.current());
        }
        return answer(problem);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> onUnreadable(HttpMessageNotReadableException e) {
        Optional<BodyRefused> refused = BodyRefused.in(e);
        if (refused.isPresent()) {
            return answer(ProblemDetail.forStatusAndDetail(
                    refused.get().status(), refused.get().getMessage()));
        }
        String field = e.getCause() instanceof JsonMappingException mapping ? path(mapping) : "";
        if (!(e.getCause() instanceof JsonProcessingException json)) {
            return problem(
                    HttpStatus.BAD_REQUEST, "what was sent is empty or broken off: nothing was changed", List.of());
        }
        String message = JsonWords.of(json);
        return problem(
                HttpStatus.BAD_REQUEST,
                "what was sent is not the JSON expected" + (field.isEmpty() ? "" : " at " + field) + ": " + message,
                List.of(new RuleViolations.Violation(field, message)));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> onWrongType(MethodArgumentTypeMismatchException e) {
        return wrongParameter(e.getName(), "\"" + e.getValue() + "\" is not " + JsonWords.kind(e.getRequiredType()));
    }

    /** Parameters that are read together, as one question. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> onWrongTypes(BindException e) {
        List<RuleViolations.Violation> wrong = e.getFieldErrors().stream()
                .map(f -> new RuleViolations.Violation(
                        f.getField(),
                        "\"" + f.getRejectedValue() + "\" is not "
                                + JsonWords.kind(e.getBindingResult().getFieldType(f.getField()))))
                .toList();
        String detail = wrong.stream().map(v -> v.field() + ": " + v.message()).collect(Collectors.joining("; "));
        return problem(HttpStatus.BAD_REQUEST, detail.isEmpty() ? "a parameter cannot be read" : detail, wrong);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> onMissing(MissingServletRequestParameterException e) {
        return wrongParameter(e.getParameterName(), "is missing");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> onMissing(MissingServletRequestPartException e) {
        return wrongParameter(e.getRequestPartName(), "is missing");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> onBrokenParts(MultipartException e) {
        return answer(ProblemDetail.forStatusAndDetail(
                HttpStatus.BAD_REQUEST,
                "The parts of what was sent cannot be read: the sending broke off, or a part is too large."));
    }

    private static ResponseEntity<ProblemDetail> wrongParameter(String name, String message) {
        return problem(
                HttpStatus.BAD_REQUEST, name + ": " + message, List.of(new RuleViolations.Violation(name, message)));
    }

    /** Whatever nobody thought of, trouble with the records included. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> onOther(RuntimeException e) {
        if (e instanceof ErrorResponse known) {
            return answer(known.getBody());
        }
        Trouble.Answer answer = trouble.answer(e);
        return answer(ProblemDetail.forStatusAndDetail(answer.status(), answer.detail()));
    }

    private static ResponseEntity<ProblemDetail> problem(
            HttpStatus status, String detail, List<RuleViolations.Violation> violations) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setProperty("violations", violations);
        return answer(problem);
    }

    /** Its type is set, as the answer that went wrong may have had another. */
    private static ResponseEntity<ProblemDetail> answer(ProblemDetail problem) {
        ResponseEntity.BodyBuilder answer =
                ResponseEntity.status(problem.getStatus()).contentType(MediaType.APPLICATION_PROBLEM_JSON);
        if (Problems.isPassing(problem.getStatus())) {
            answer.header(HttpHeaders.RETRY_AFTER, String.valueOf(Problems.RETRY_SECONDS));
        }
        return answer.body(problem);
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
