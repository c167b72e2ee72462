package app.yarrowmark.server.problems;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Answers what goes wrong before a controller is reached, such as the records being away when a caller is looked up. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 2)
class TroubleFilter extends OncePerRequestFilter {

    private final Trouble trouble;

    TroubleFilter(Trouble trouble) {
        this.trouble = trouble;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (RuntimeException | ServletException e) {
            if (response.isCommitted()) {
                throw e;
            }
            response.resetBuffer();
            if (e instanceof Refusal refusal) {
                Problems.write(response, refusal.status().value(), String.valueOf(refusal.getMessage()));
                return;
            }
            Trouble.Answer answer = trouble.answer(e);
            Problems.write(response, answer.status().value(), answer.detail());
        }
    }
}
