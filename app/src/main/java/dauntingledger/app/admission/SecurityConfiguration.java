package dauntingledger.app.admission;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.authentication.rememberme.TokenBasedRememberMeServices;
import org.springframework.security.web.authentication.rememberme.TokenBasedRememberMeServices.RememberMeTokenAlgorithm;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.util.matcher.RequestMatcher;

/**
 * Who may do what: candidates their sittings, invigilators the door, the office its pages; and everybody the sign-in
 * with what it is made of.
 */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {

    private static final String CONTENT_POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; "
            + "img-src 'self'; media-src 'self'; font-src 'self'; connect-src 'self'; manifest-src 'self'; "
            + "worker-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    @Bean
    PasswordEncoder pinEncoder(AdmissionSettings settings) {
        return new BCryptPasswordEncoder(settings.pinCost());
    }

    private static ThrottledSignIn signIn(
            Register register, PasswordEncoder pins, SignInThrottle throttle, Clock clock) {
        DaoAuthenticationProvider pinCheck = new DaoAuthenticationProvider(register);
        pinCheck.setPasswordEncoder(pins);
        return new ThrottledSignIn(pinCheck, register, throttle, clock);
    }

    @Bean
    PinCheck pinCheck(Register register, PasswordEncoder pins, SignInThrottle throttle, Clock clock) {
        ThrottledSignIn signIn = signIn(register, pins, throttle, clock);
        return (number, pin) -> {
            try {
                signIn.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(number, pin));
                return PinCheck.Result.RIGHT;
            } catch (SlowDownException e) {
                return PinCheck.Result.WAIT;
            } catch (BadCredentialsException e) {
                return PinCheck.Result.WRONG;
            }
        };
    }

    @Bean
    SecurityFilterChain security(
            HttpSecurity http,
            Register register,
            PasswordEncoder pins,
            SignInThrottle throttle,
            AdmissionSettings settings,
            Clock clock) {
        String key = SigningKey.in(settings.data());
        return http.authenticationProvider(signIn(register, pins, throttle, clock))
                .authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/sign-in",
                                "/language",
                                "/assets/**",
                                "/service-worker.js",
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
                        .denyAll())
                .formLogin(form -> form.loginPage("/sign-in")
                        .usernameParameter("number")
                        .passwordParameter("pin")
                        .defaultSuccessUrl("/", true)
                        .failureHandler((request, response, failure) -> refuse(request, response, failure)))
                .logout(logout -> logout.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?signed-out"))
                .rememberMe(remember -> remember.key(key).rememberMeServices(survivesRestart(key, register, settings)))
                .csrf(csrf -> csrf.spa())
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

    /** A cookie that lasts as long as the browser is open, and signs in again after a restart of the server. */
    private static TokenBasedRememberMeServices survivesRestart(
            String key, Register register, AdmissionSettings settings) {
        TokenBasedRememberMeServices services =
                new TokenBasedRememberMeServices(key, register, RememberMeTokenAlgorithm.SHA256) {
                    @Override
                    protected void setCookie(
                            String[] tokens, int maxAge, HttpServletRequest request, HttpServletResponse response) {
                        super.setCookie(tokens, -1, request, response);
                    }
                };
        services.setAlwaysRemember(true);
        services.setCookieName("ledger-candidate");
        services.setTokenValiditySeconds((int) settings.signedInFor().toSeconds());
        return services;
    }

    private static RequestMatcher byScript() {
        return request -> "fetch".equals(request.getHeader("X-Requested-By"))
                || String.valueOf(request.getHeader("Accept")).contains("text/event-stream");
    }

    private static void refuse(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException failure)
            throws IOException {
        String problem = failure instanceof SlowDownException slow
                ? "wait=" + (slow.waitTime().toSeconds() + 1)
                : "wrong";
        response.sendRedirect(request.getContextPath() + "/sign-in?" + problem);
    }
}
