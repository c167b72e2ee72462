package app.yarrowmark.server.problems;

import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;

/** Writes problem+json where no controller is reached. */
public final class Problems {

    private static final ObjectMapper JSON = new ObjectMapper();
    public static final int RETRY_SECONDS = 2;

    private Problems() {}

    /** Answers with the status and one sentence that says what is wrong and how to mend it. */
    public static void write(HttpServletResponse response, int status, String detail) throws IOException {
        response.setStatus(status);
        if (isPassing(status)) {
            response.setIntHeader("Retry-After", RETRY_SECONDS);
        }
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding("UTF-8");
        HttpStatus known = HttpStatus.resolve(status);
        JSON.writeValue(
                response.getWriter(),
                Map.of(
                        "type",
                        "about:blank",
                        "title",
                        known == null ? "Error" : known.getReasonPhrase(),
                        "status",
                        status,
                        "detail",
                        detail));
    }

    /** Returns whether the same request may be met a little later. */
    public static boolean isPassing(int status) {
        return status == 503 || status == 429;
    }
}
