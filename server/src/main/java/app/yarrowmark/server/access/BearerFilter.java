package app.yarrowmark.server.access;

import app.yarrowmark.server.problems.Problems;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Reads a bearer token. A plain object of one chain, so that it does not run for people's sessions. */
final class BearerFilter extends OncePerRequestFilter {

    private static final String PREFIX = "Bearer ";

    private final TokenService tokens;

    BearerFilter(TokenService tokens) {
        this.tokens = tokens;
    }

    static boolean present(HttpServletRequest request) {
        String header = request.getHeader("Authorization");
        return header != null && header.startsWith(PREFIX);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (present(request)) {
            String secret = request.getHeader("Authorization")
                    .substring(PREFIX.length())
                    .strip();
            Optional<Caller> caller = tokens.caller(secret);
            if (caller.isEmpty()) {
                Problems.write(
                        response,
                        401,
                        "This token is not known here or has run out. Pair the device again with a new code, or print a"
                                + " new token with ./yarrowmark token.");
                return;
            }
            SecurityContextHolder.getContext().setAuthentication(authentication(caller.get()));
        }
        chain.doFilter(request, response);
    }

    static UsernamePasswordAuthenticationToken authentication(Caller caller) {
        return UsernamePasswordAuthenticationToken.authenticated(caller, null, caller.authorities());
    }
}
