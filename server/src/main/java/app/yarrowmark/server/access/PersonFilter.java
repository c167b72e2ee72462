package app.yarrowmark.server.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** A session says who it is; what they may do, and whether they are still here, is read anew each time. */
final class PersonFilter extends OncePerRequestFilter {

    private final AccountRepository accounts;

    PersonFilter(AccountRepository accounts) {
        this.accounts = accounts;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Authentication known = SecurityContextHolder.getContext().getAuthentication();
        if (known != null && known.getPrincipal() instanceof Caller caller) {
            Optional<Role> role = accounts.roleOf(caller.name());
            // A new context: the one in use is the session's own.
            SecurityContext now = SecurityContextHolder.createEmptyContext();
            role.ifPresent(r -> now.setAuthentication(BearerFilter.authentication(Caller.person(caller.name(), r))));
            SecurityContextHolder.setContext(now);
        }
        chain.doFilter(request, response);
    }
}
