package app.yarrowmark.server.lan;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.access.Problems;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.util.List;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Over plain http another computer gets the device page and what it needs, so that a device that cannot do otherwise may
 * still run the reduced set; nobody signs in over it.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class PlainHttpFilter extends OncePerRequestFilter {

    private static final List<String> OPEN = List.of(
            "/d", "/assets/", "/favicon.svg", "/api/v1/device/", "/api/v1/runs/", "/runner.jar", "/actuator/health");

    private final Settings settings;

    PlainHttpFilter(Settings settings) {
        this.settings = settings;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (settings.lanPort() == 0 || request.isSecure() || isOpen(request.getRequestURI()) || isHere(request)) {
            chain.doFilter(request, response);
        } else if (request.getMethod().equals("GET") && !request.getRequestURI().startsWith("/api/")) {
            String query = request.getQueryString() == null ? "" : "?" + request.getQueryString();
            response.sendRedirect(
                    "https://" + request.getServerName() + ":" + settings.lanPort() + request.getRequestURI() + query);
        } else {
            Problems.write(
                    response,
                    403,
                    "From another computer the desk is used over https only, at port " + settings.lanPort() + ".");
        }
    }

    private static boolean isOpen(String path) {
        return OPEN.stream().anyMatch(o -> path.equals(o) || path.startsWith(o.endsWith("/") ? o : o + "/"));
    }

    private static boolean isHere(HttpServletRequest request) throws IOException {
        return InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress();
    }
}
