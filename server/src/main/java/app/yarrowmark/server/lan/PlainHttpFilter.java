package app.yarrowmark.server.lan;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.problems.Problems;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;
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

    /** Each as a method and a pattern of the whole path. */
    private static final List<Map.Entry<String, Pattern>> OPEN = Stream.of(
                    "GET /d(/[^/]*)?",
                    "GET /assets/.*",
                    "GET /favicon\\.svg",
                    "GET /runner\\.jar",
                    "GET /actuator/health(/readiness|/liveness)?",
                    "POST /api/v1/device/pairings",
                    "GET /api/v1/device/sitting",
                    "PUT /api/v1/device/facts",
                    "PUT /api/v1/device/progress",
                    "DELETE /api/v1/device/progress",
                    "POST /api/v1/device/waiting",
                    "PUT /api/v1/runs/[0-9a-fA-F-]{36}")
            .map(line -> line.split(" ", 2))
            .map(words -> Map.entry(words[0], Pattern.compile(words[1])))
            .toList();

    private final Settings settings;

    PlainHttpFilter(Settings settings) {
        this.settings = settings;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (settings.lanPort() == 0 || request.isSecure() || isOpen(request) || isHere(request)) {
            chain.doFilter(request, response);
        } else if (request.getMethod().equals("GET") && !request.getRequestURI().startsWith("/api/")) {
            String query = request.getQueryString() == null ? "" : "?" + request.getQueryString();
            response.sendRedirect(
                    "https://" + host(request) + ":" + settings.lanPort() + request.getRequestURI() + query);
        } else {
            Problems.write(
                    response,
                    403,
                    "From another computer the desk is used over https only, at port " + settings.lanPort() + ".");
        }
    }

    /** As configured, else the address that the connection came in at; never what the caller calls it. */
    private String host(HttpServletRequest request) {
        if (!settings.lanHost().isEmpty()) {
            return settings.lanHost();
        }
        String address = request.getLocalAddr();
        return address.contains(":") ? "[" + address + "]" : address;
    }

    private static boolean isOpen(HttpServletRequest request) {
        return OPEN.stream()
                .anyMatch(o -> o.getKey().equals(request.getMethod())
                        && o.getValue().matcher(request.getRequestURI()).matches());
    }

    private static boolean isHere(HttpServletRequest request) throws IOException {
        return InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress();
    }
}
