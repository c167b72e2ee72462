package app.yarrowmark.server.access;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRequestAttributeHandler;

/** Two chains: bearer tokens without cookies for devices and scripts; sessions with CSRF protection for people. */
@Configuration
class SecurityConfiguration {

    private static final String CONTENT_POLICY =
            "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self'"
                    + " data: blob:; media-src 'self' blob:; worker-src 'self' blob:; frame-ancestors 'none'; base-uri 'self'; form-action 'self'";

    @Bean
    @Order(1)
    SecurityFilterChain bearerChain(HttpSecurity http, TokenService tokens) throws Exception {
        return http.securityMatcher(request ->
                        BearerFilter.present(request) || request.getRequestURI().startsWith("/api/v1/device/"))
                .csrf(AbstractHttpConfigurer::disable)
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .addFilterBefore(new BearerFilter(tokens), AuthorizationFilter.class)
                .authorizeHttpRequests(rules -> rules.requestMatchers("/api/v1/device/pairings")
                        .permitAll()
                        .requestMatchers("/api/v1/device/**")
                        .hasAuthority(Caller.Scope.DEVICE.name())
                        .requestMatchers(HttpMethod.PUT, "/api/v1/runs/*")
                        .hasAnyAuthority(Caller.Scope.DEVICE.name(), Caller.Scope.SCRIPT.name())
                        .anyRequest()
                        .hasAuthority(Caller.Scope.SCRIPT.name()))
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, cause) ->
                                Problems.write(response, 401, "A device needs its token: pair it with a code first."))
                        .accessDeniedHandler((request, response, cause) ->
                                Problems.write(response, 403, "This token may not do that.")))
                .build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain sessionChain(HttpSecurity http) throws Exception {
        CsrfTokenRequestAttributeHandler plain = new CsrfTokenRequestAttributeHandler();
        // Loaded with every request, so that any GET sets the cookie.
        plain.setCsrfRequestAttributeName(null);
        return http.csrf(csrf -> csrf.csrfTokenRepository(CookieCsrfTokenRepository.withHttpOnlyFalse())
                        .csrfTokenRequestHandler(plain))
                .headers(h -> h.contentSecurityPolicy(c -> c.policyDirectives(CONTENT_POLICY))
                        // It would count for the plain port of the same host too.
                        .httpStrictTransportSecurity(HeadersConfigurer.HstsConfig::disable))
                .authorizeHttpRequests(rules -> rules.requestMatchers(
                                "/api/v1/session", "/api/v1/first-account", "/api/v1/openapi.json", "/api/docs")
                        .permitAll()
                        .requestMatchers("/api/**")
                        .hasAuthority(Caller.Scope.PERSON.name())
                        .anyRequest()
                        .permitAll())
                .exceptionHandling(e -> e.authenticationEntryPoint(
                                (request, response, cause) -> Problems.write(response, 401, "Sign in first."))
                        .accessDeniedHandler((request, response, cause) ->
                                Problems.write(response, 403, "This was refused: reload the page and try again.")))
                .build();
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
