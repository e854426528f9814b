package dauntingledger.app.signin;

import dauntingledger.app.audit.Audit;
import dauntingledger.app.audit.Deed;
import dauntingledger.app.nodes.OtherNodes;
import dauntingledger.app.signing.OperatorToken;
import dauntingledger.app.signing.SigningKey;
import dauntingledger.app.staff.StaffSignIn;
import jakarta.persistence.EntityManager;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.util.Map;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationServiceException;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.authentication.builders.AuthenticationManagerBuilder;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.observation.SecurityObservationSettings;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.authentication.RememberMeServices;
import org.springframework.security.web.context.RequestAttributeSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.savedrequest.NullRequestCache;
import org.springframework.security.web.util.matcher.RequestMatcher;
import org.springframework.transaction.support.TransactionTemplate;

/** Signing in and out, and what guards every page; who may ask for what is said by {@link Rights}. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {

    private static final SecurityContextRepository NO_SESSION = new RequestAttributeSecurityContextRepository();
    private static final String SIGNED_OUT = "/sign-in?signed-out";
    private static final String CONTENT_POLICY_HEADER = "Content-Security-Policy";
    private static final String CONTENT_POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; "
            + "img-src 'self'; media-src 'self' blob:; font-src 'self'; connect-src 'self'; manifest-src 'self'; "
            + "worker-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    /** The worker in which programs run makes WebAssembly of what its page hands it, and reaches nothing at all. */
    private static final String PROGRAM_WORKER = "/assets/program-worker";

    private static final String PROGRAM_POLICY =
            "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; base-uri 'none'; frame-ancestors 'none'";

    /** Passwords name how they were hashed; a hash that names nothing is that of a PIN. */
    @Bean
    @Primary
    PasswordEncoder passwordEncoder(SignInSettings settings, Pins pins) {
        String kind = "bcrypt";
        DelegatingPasswordEncoder encoder =
                new DelegatingPasswordEncoder(kind, Map.of(kind, new BCryptPasswordEncoder(settings.passwordCost())));
        encoder.setDefaultPasswordEncoderForMatches(pins);
        return encoder;
    }

    @Bean
    ThrottledSignIn signIn(
            Register register,
            PasswordEncoder passwordEncoder,
            StaffSignIn staff,
            SignInThrottle throttle,
            KnownSeats seats,
            Audit audit,
            Clock clock) {
        DaoAuthenticationProvider check = new DaoAuthenticationProvider(register);
        check.setPasswordEncoder(passwordEncoder);
        return new ThrottledSignIn(check, register, staff, throttle, seats, audit, clock);
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

    /** Each filter and each decision would be observed, in every request; who is refused stands in the audit log. */
    @Bean
    SecurityObservationSettings observations() {
        return SecurityObservationSettings.noObservations();
    }

    @Bean
    RememberedSignIns remembered(
            Register register,
            EntityManager entities,
            TransactionTemplate transactions,
            SignInSettings settings,
            SigningKey secret,
            Clock clock,
            OtherNodes nodes) {
        return new RememberedSignIns(
                secret.text(), register, entities, transactions, clock, settings.signedInFor(), nodes);
    }

    @Bean
    SecurityFilterChain security(
            HttpSecurity http,
            ThrottledSignIn signIn,
            RememberedSignIns remembered,
            OperatorToken operator,
            Audit audit) {
        // The parent that Spring gives has the same provider: whatever fails would be tried, and counted, once more.
        http.getSharedObject(AuthenticationManagerBuilder.class).parentAuthenticationManager(null);
        http.setSharedObject(RememberMeServices.class, remembered);
        return http.authenticationProvider(signIn)
                .addFilterBefore(new OperatorFilter(operator), AnonymousAuthenticationFilter.class)
                .addFilterBefore(new SignedInFilter(remembered, NO_SESSION), AnonymousAuthenticationFilter.class)
                .authorizeHttpRequests(Rights::grant)
                .formLogin(form -> form.loginPage("/sign-in")
                        .usernameParameter("number")
                        .passwordParameter("pin")
                        .authenticationDetailsSource(
                                request -> signIn.from(String.valueOf(request.getParameter("number")), request))
                        .defaultSuccessUrl("/", true)
                        .failureHandler((request, response, failure) -> refuse(request, response, failure)))
                .logout(logout -> logout.logoutUrl("/sign-out")
                        .addLogoutHandler((request, response, person) ->
                                remembered.signedIn(request).ifPresent(number -> noteSignOut(number, request, audit)))
                        .addLogoutHandler(remembered)
                        .logoutSuccessUrl(SIGNED_OUT))
                .securityContext(context -> context.securityContextRepository(NO_SESSION))
                .requestCache(cache -> cache.requestCache(new NullRequestCache()))
                .csrf(csrf -> csrf.spa()
                        .csrfTokenRepository(tokens())
                        .ignoringRequestMatchers("/left-behind/*", "/operations/**"))
                .exceptionHandling(handling -> handling.defaultAuthenticationEntryPointFor(
                                new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED), byScript())
                        .defaultAuthenticationEntryPointFor(
                                new LoginUrlAuthenticationEntryPoint(SIGNED_OUT), remembered::wasSignedIn)
                        .defaultAuthenticationEntryPointFor(
                                new LoginUrlAuthenticationEntryPoint("/sign-in"), request -> true))
                .headers(headers -> headers.addHeaderWriter(SecurityConfiguration::writeContentPolicy)
                        .permissionsPolicyHeader(permissions -> permissions.policy(
                                "camera=(self), fullscreen=(self), microphone=(), geolocation=(), payment=()"))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN)))
                .build();
    }

    /** A page may have a stricter policy of its own. */
    private static void writeContentPolicy(HttpServletRequest request, HttpServletResponse response) {
        if (!response.containsHeader(CONTENT_POLICY_HEADER)) {
            response.setHeader(
                    CONTENT_POLICY_HEADER,
                    request.getRequestURI().startsWith(PROGRAM_WORKER) ? PROGRAM_POLICY : CONTENT_POLICY);
        }
    }

    private static void noteSignOut(String number, HttpServletRequest request, Audit audit) {
        audit.note(new Deed(number, "", request.getRemoteAddr(), "sign-out", "", "done", ""));
    }

    private static CookieCsrfTokenRepository tokens() {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Lax"));
        return tokens;
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
        String page = request.getParameter("staff") == null ? "/sign-in?" : "/sign-in/staff?";
        response.sendRedirect(request.getContextPath() + page + problem);
    }
}
