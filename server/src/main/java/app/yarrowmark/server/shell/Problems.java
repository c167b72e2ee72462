package app.yarrowmark.server.access;

import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;

/** Writes problem+json where no controller is reached. */
public final class Problems {

    private static final ObjectMapper JSON = new ObjectMapper();

    private Problems() {}

    /** Answers with the status and one sentence that says what is wrong and how to mend it. */
    public static void write(HttpServletResponse response, int status, String detail) throws IOException {
        response.setStatus(status);
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding("UTF-8");
        JSON.writeValue(
                response.getWriter(),
                Map.of(
                        "type",
                        "about:blank",
                        "title",
                        HttpStatus.valueOf(status).getReasonPhrase(),
                        "status",
                        status,
                        "detail",
                        detail));
    }
}
