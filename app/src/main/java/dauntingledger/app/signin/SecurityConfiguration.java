package dauntingledger.app.signin;

import dauntingledger.app.audit.Audit;
import dauntingledger.app.audit.Deed;
import dauntingledger.app.signing.SigningKey;
import jakarta.persistence.EntityManager;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationServiceException;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AuthorizeHttpRequestsConfigurer;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.session.SessionInformation;
import org.springframework.security.core.session.SessionRegistry;
import org.springframework.security.core.session.SessionRegistryImpl;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.session.HttpSessionEventPublisher;
import org.springframework.security.web.util.matcher.RequestMatcher;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Who may do what: candidates their sittings, invigilators the door, the office its pages; and everybody the sign-in
 * with what it is made of.
 */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {

    private static final String CONTENT_POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; "
            + "img-src 'self'; media-src 'self' blob:; font-src 'self'; connect-src 'self'; manifest-src 'self'; "
            + "worker-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    @Bean
    PasswordEncoder pinEncoder(SignInSettings settings) {
        return new BCryptPasswordEncoder(settings.pinCost());
    }

    @Bean
    ThrottledSignIn signIn(
            Register register,
            PasswordEncoder pins,
            SignInThrottle throttle,
            KnownSeats seats,
            Audit audit,
            Clock clock) {
        DaoAuthenticationProvider pinCheck = new DaoAuthenticationProvider(register);
        pinCheck.setPasswordEncoder(pins);
        return new ThrottledSignIn(pinCheck, register, throttle, seats, audit, clock);
    }

    @Bean
    PinCheck pinCheck(ThrottledSignIn signIn) {
        return (number, pin, request) -> {
            try {
                UsernamePasswordAuthenticationToken attempt =
                        UsernamePasswordAuthenticationToken.unauthenticated(number, pin);
                attempt.setDetails(signIn.from(number, request));
                signIn.authenticate(attempt);
                return PinCheck.Result.RIGHT;
            } catch (SlowDownException e) {
                return PinCheck.Result.WAIT;
            } catch (BadCredentialsException e) {
                return PinCheck.Result.WRONG;
            } catch (AuthenticationServiceException e) {
                return PinCheck.Result.UNAVAILABLE;
            }
        };
    }

    /** Knows the sessions of everybody, so that a sign-out can end them. */
    @Bean
    SessionRegistry sessionRegistry() {
        return new SessionRegistryImpl();
    }

    @Bean
    HttpSessionEventPublisher sessionEvents() {
        return new HttpSessionEventPublisher();
    }

    @Bean
    RememberedSignIns remembered(
            Register register,
            EntityManager entities,
            TransactionTemplate transactions,
            SignInSettings settings,
            SigningKey secret,
            Clock clock) {
        return new RememberedSignIns(secret.text(), register, entities, transactions, clock, settings.signedInFor());
    }

    @Bean
    SecurityFilterChain security(
            HttpSecurity http,
            ThrottledSignIn signIn,
            RememberedSignIns remembered,
            SessionRegistry sessions,
            Audit audit) {
        return http.authenticationProvider(signIn)
                .authorizeHttpRequests(SecurityConfiguration::rights)
                .formLogin(form -> form.loginPage("/sign-in")
                        .usernameParameter("number")
                        .passwordParameter("pin")
                        .authenticationDetailsSource(
                                request -> signIn.from(String.valueOf(request.getParameter("number")), request))
                        .defaultSuccessUrl("/", true)
                        .failureHandler((request, response, failure) -> refuse(request, response, failure)))
                .logout(logout -> logout.logoutUrl("/sign-out")
                        .addLogoutHandler((request, response, person) -> (person == null
                                        ? remembered.rememberedIn(request)
                                        : Optional.of(person.getName()))
                                .ifPresent(number -> signOut(number, request, sessions, audit)))
                        .logoutSuccessUrl("/sign-in?signed-out"))
                .rememberMe(remember -> remember.key(remembered.getKey()).rememberMeServices(remembered))
                .sessionManagement(session -> session.sessionConcurrency(concurrency -> concurrency
                        .maximumSessions(-1)
                        .sessionRegistry(sessions)
                        .expiredSessionStrategy(event -> leadToSignIn(event.getRequest(), event.getResponse()))))
                .csrf(csrf -> csrf.spa().csrfTokenRepository(tokens()).ignoringRequestMatchers("/left-behind/*"))
                .exceptionHandling(handling -> handling.defaultAuthenticationEntryPointFor(
                                new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED), byScript())
                        .defaultAuthenticationEntryPointFor(
                                new LoginUrlAuthenticationEntryPoint("/sign-in"), request -> true))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .permissionsPolicyHeader(permissions -> permissions.policy(
                                "camera=(self), fullscreen=(self), microphone=(), geolocation=(), payment=()"))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN)))
                .build();
    }

    /** Who may ask for what. */
    private static void rights(
            AuthorizeHttpRequestsConfigurer<HttpSecurity>.AuthorizationManagerRequestMatcherRegistry requests) {
        requests.requestMatchers(
                        "/sign-in",
                        "/language",
                        "/assets/**",
                        "/service-worker.js",
                        "/left-behind/*",
                        "/unavailable",
                        "/error",
                        "/actuator/health")
                .permitAll()
                .requestMatchers("/")
                .authenticated()
                .requestMatchers("/time", "/display", "/sittings/**", "/practice/**")
                .hasRole(Register.CANDIDATE)
                .requestMatchers("/invigilation/**")
                .hasRole(Staff.Role.INVIGILATOR.name())
                .requestMatchers("/office/**")
                .hasRole(Staff.Role.OFFICE.name())
                .anyRequest()
                .denyAll();
    }

    private static void signOut(String number, HttpServletRequest request, SessionRegistry sessions, Audit audit) {
        endEverywhere(number, sessions);
        audit.note(new Deed(number, "", request.getRemoteAddr(), "sign-out", "", "done", ""));
    }

    private static CookieCsrfTokenRepository tokens() {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Lax"));
        return tokens;
    }

    /** Ends all sessions of somebody who signs out, on whatever computer. */
    private static void endEverywhere(String number, SessionRegistry sessions) {
        sessions.getAllPrincipals().stream()
                .filter(person ->
                        person instanceof UserDetails user && user.getUsername().equals(number))
                .flatMap(person -> sessions.getAllSessions(person, false).stream())
                .forEach(SessionInformation::expireNow);
    }

    private static void leadToSignIn(HttpServletRequest request, HttpServletResponse response) throws IOException {
        if (byScript().matches(request)) {
            response.sendError(HttpStatus.UNAUTHORIZED.value());
        } else {
            response.sendRedirect("/sign-in?signed-out");
        }
    }

    private static RequestMatcher byScript() {
        return request -> "fetch".equals(request.getHeader("X-Requested-By"))
                || String.valueOf(request.getHeader("Accept")).contains("text/event-stream");
    }

    private static void refuse(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException failure)
            throws IOException {
        String problem = switch (failure) {
            case SlowDownException slow -> "wait=" + (slow.waitTime().toSeconds() + 1);
            case AuthenticationServiceException unavailable -> "unavailable";
            default -> "wrong";
        };
        response.sendRedirect(request.getContextPath() + "/sign-in?" + problem);
    }
}
