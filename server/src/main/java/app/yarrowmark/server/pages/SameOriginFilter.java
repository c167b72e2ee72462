package app.yarrowmark.server.pages;

import app.yarrowmark.server.problems.Problems;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses what would change something and comes from a page of another origin, another port of the same host included:
 * cookies know no ports. Browsers say where a request comes from; programs that are none say nothing and have no cookies.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 4)
class SameOriginFilter extends OncePerRequestFilter {

    private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String site = request.getHeader("Sec-Fetch-Site");
        if (site != null && !site.equals("same-origin") && !READING.contains(request.getMethod())) {
            Problems.write(response, 403, "This was sent from another page than ours and was refused.");
            return;
        }
        chain.doFilter(request, response);
    }
}
