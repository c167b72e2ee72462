package app.yarrowmark.server.access;

import app.yarrowmark.server.problems.Problems;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.authorization.AuthorityAuthorizationManager;
import org.springframework.security.authorization.AuthorizationManager;
import org.springframework.security.authorization.AuthorizationManagers;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.Authentication;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRequestAttributeHandler;

/**
 * Three chains: the files of the page, which need neither session nor database; bearer tokens without cookies for devices and
 * scripts; sessions with CSRF protection for people.
 */
@Configuration
class SecurityConfiguration {

    @Bean
    @Order(0)
    SecurityFilterChain pageChain(HttpSecurity http) throws Exception {
        return http.securityMatcher(request -> !request.getRequestURI().startsWith("/api/")
                        || request.getRequestURI().equals("/api/docs"))
                .csrf(AbstractHttpConfigurer::disable)
                .securityContext(AbstractHttpConfigurer::disable)
                .sessionManagement(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .headers(SecurityConfiguration::headers)
                .authorizeHttpRequests(rules -> rules.anyRequest().permitAll())
                .build();
    }

    @Bean
    @Order(1)
    SecurityFilterChain bearerChain(HttpSecurity http, TokenService tokens) throws Exception {
        return http.securityMatcher(request ->
                        BearerFilter.present(request) || request.getRequestURI().startsWith("/api/v1/device/"))
                .csrf(AbstractHttpConfigurer::disable)
                .requestCache(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .headers(SecurityConfiguration::headers)
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .addFilterBefore(new BearerFilter(tokens), AuthorizationFilter.class)
                .authorizeHttpRequests(rules -> rules.dispatcherTypeMatchers(DispatcherType.ASYNC, DispatcherType.ERROR)
                        .permitAll()
                        .requestMatchers("/api/v1/device/pairings")
                        .permitAll()
                        .requestMatchers("/api/v1/access/**")
                        .denyAll()
                        .requestMatchers("/api/v1/device/**")
                        .hasAuthority(Caller.Scope.DEVICE.name())
                        .requestMatchers(HttpMethod.PUT, "/api/v1/runs/*")
                        .access(AuthorizationManagers.anyOf(
                                AuthorityAuthorizationManager.hasAuthority(Caller.Scope.DEVICE.name()),
                                scriptChanges()))
                        .requestMatchers("/api/v1/account/**")
                        .denyAll()
                        .requestMatchers(HttpMethod.GET)
                        .hasAuthority(Caller.Scope.SCRIPT.name())
                        .anyRequest()
                        .access(scriptChanges()))
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, cause) ->
                                Problems.write(response, 401, "A device needs its token: pair it with a code first."))
                        .accessDeniedHandler((request, response, cause) ->
                                Problems.write(response, 403, "This token may not do that.")))
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain sessionChain(HttpSecurity http, AccountRepository accounts) throws Exception {
        return http.csrf(csrf -> csrf.csrfTokenRepository(CookieCsrfTokenRepository.withHttpOnlyFalse())
                        .csrfTokenRequestHandler(new HeaderOnly()))
                .headers(SecurityConfiguration::headers)
                // Kept requests of strangers would each be a session.
                .requestCache(AbstractHttpConfigurer::disable)
                .logout(AbstractHttpConfigurer::disable)
                .addFilterBefore(new PersonFilter(accounts), AuthorizationFilter.class)
                .authorizeHttpRequests(rules -> rules.dispatcherTypeMatchers(DispatcherType.ASYNC, DispatcherType.ERROR)
                        .permitAll()
                        .requestMatchers(
                                "/api/v1/session",
                                "/api/v1/first-account",
                                "/api/v1/links/look",
                                "/api/v1/links/use",
                                "/api/v1/openapi.json")
                        .permitAll()
                        .requestMatchers("/api/v1/account/**")
                        .hasAuthority(Caller.Scope.PERSON.name())
                        .requestMatchers(HttpMethod.GET)
                        .hasAuthority(Caller.Scope.PERSON.name())
                        .requestMatchers(HttpMethod.POST, "/api/v1/write-ups/*/remarks", "/api/v1/write-ups/*/readers")
                        .hasAuthority(Caller.Scope.PERSON.name())
                        .requestMatchers("/api/v1/access/people/**", "/api/v1/access/links/**")
                        .hasAuthority(Caller.OWNS)
                        .anyRequest()
                        .hasAuthority(Caller.CHANGES))
                .exceptionHandling(e -> e.authenticationEntryPoint(
                                (request, response, cause) -> Problems.write(response, 401, "Sign in first."))
                        .accessDeniedHandler(
                                (request, response, cause) -> Problems.write(response, 403, refusal(request, cause))))
                .build();
    }

    /** A script whose token lets it change records. */
    private static AuthorizationManager<RequestAuthorizationContext> scriptChanges() {
        return AuthorizationManagers.allOf(
                AuthorityAuthorizationManager.hasAuthority(Caller.Scope.SCRIPT.name()),
                AuthorityAuthorizationManager.hasAuthority(Caller.CHANGES));
    }

    private static String refusal(HttpServletRequest request, AccessDeniedException cause) {
        if (cause instanceof CsrfException) {
            return "This was refused: reload the page and try again.";
        }
        return request.getUserPrincipal() instanceof Authentication known
                        && known.getPrincipal() instanceof Caller caller
                        && !caller.role().changes()
                ? "You are a reader here, who sees everything, may say what you think of write-ups, and changes nothing"
                        + " else. An owner of the desk can make you a reviewer."
                : "Only an owner of this desk may do that.";
    }

    /** What every answer carries stands in {@code AnswerHeaders}, for those too that no chain is asked for. */
    private static void headers(HeadersConfigurer<HttpSecurity> headers) {
        // It would count for the plain port of the same host too.
        headers.httpStrictTransportSecurity(HeadersConfigurer.HstsConfig::disable);
        // Set with the other headers of every answer, where what may be embedded is known.
        headers.frameOptions(HeadersConfigurer.FrameOptionsConfig::disable);
    }

    /** The token is taken from the header, which a form of another origin cannot set; a body is not read for it. */
    private static final class HeaderOnly extends CsrfTokenRequestAttributeHandler {

        HeaderOnly() {
            // Loaded with every request, so that any GET sets the cookie.
            setCsrfRequestAttributeName(null);
        }

        @Override
        public @Nullable String resolveCsrfTokenValue(HttpServletRequest request, CsrfToken token) {
            return request.getHeader(token.getHeaderName());
        }
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder(11);
    }
}
