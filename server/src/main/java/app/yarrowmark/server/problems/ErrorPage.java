package app.yarrowmark.server.problems;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.boot.web.servlet.error.ErrorController;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;

/** Answers what the container refuses by itself as what it is. */
@Controller
@Hidden
class ErrorPage implements ErrorController {

    @RequestMapping("/error")
    void error(HttpServletRequest request, HttpServletResponse response) throws IOException {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        int status = code instanceof Integer known ? known : 404;
        Problems.write(response, status, words(status));
    }

    private static String words(int status) {
        return switch (status) {
            case 400 -> "This request cannot be read: look at its address and its headers.";
            case 401 -> "Sign in first.";
            case 403 -> "This was refused: reload the page and try again.";
            case 404 -> "There is nothing at this address.";
            case 405 -> "This address does not take that method.";
            case 413 -> BodyRefused.TOO_LONG;
            case 415 -> "This address does not take content of that type.";
            default ->
                status < 500 ? "This request was refused." : "Something went wrong in the server; its log says what.";
        };
    }
}
