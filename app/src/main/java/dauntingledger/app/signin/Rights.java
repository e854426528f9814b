package dauntingledger.app.signin;

import dauntingledger.app.staff.Role;
import java.util.List;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AuthorizeHttpRequestsConfigurer;

/** Who may ask for what: the one place where that is said. What is not named here nobody may ask for. */
final class Rights {

    /** The role of those who sit exams. */
    static final String CANDIDATE = "CANDIDATE";

    /** What everybody has who works here, whatever their role. */
    static final String STAFF = "STAFF";

    /** Whoever runs the installation, and shows that by its token; nobody who signs in has it. */
    static final String OPERATOR = "OPERATOR";

    private static final String OFFICE = Role.OFFICE.name();
    private static final String INVIGILATOR = Role.INVIGILATOR.name();
    private static final String CENTRE = Role.CENTRE.name();
    private static final String MARKER = Role.MARKER.name();
    private static final String CHIEF_MARKER = Role.CHIEF_MARKER.name();
    private static final String AUDITOR = Role.AUDITOR.name();

    private static final String[] EVERYBODY = {
        "/sign-in",
        "/sign-in/staff",
        "/language",
        "/assets/**",
        "/service-worker.js",
        "/left-behind/*",
        "/first-start/*",
        "/invitation/*",
        "/register/*",
        "/register/confirm/*",
        "/certificate/*",
        "/unavailable",
        "/error",
        "/actuator/health",
        "/actuator/health/readiness"
    };

    /** What is for the office alone, also to be read: one-time links and PINs stand there. */
    private static final String[] SECRET = {"/office/mail/**", "/office/mail.csv", "/office/exams/*/envelope.pdf"};

    private Rights() {}

    static void grant(
            AuthorizeHttpRequestsConfigurer<HttpSecurity>.AuthorizationManagerRequestMatcherRegistry requests) {
        requests.requestMatchers(EVERYBODY).permitAll();
        requests.requestMatchers("/operations/**").hasRole(OPERATOR);
        requests.requestMatchers(HttpMethod.GET, "/actuator/prometheus").hasAnyRole(OPERATOR, AUDITOR);
        requests.requestMatchers("/").authenticated();
        requests.requestMatchers("/account/**").hasRole(STAFF);
        requests.requestMatchers("/time", "/line", "/display", "/sittings/**", "/practice/**")
                .hasRole(CANDIDATE);
        requests.requestMatchers("/centre/**").hasRole(CENTRE);
        requests.requestMatchers("/marking/short/**", "/marking/markers/**").hasRole(CHIEF_MARKER);
        requests.requestMatchers("/marking/**").hasAnyRole(MARKER, CHIEF_MARKER);
        requests.requestMatchers(SECRET).hasRole(OFFICE);
        for (HttpMethod reading : List.of(HttpMethod.GET, HttpMethod.HEAD)) {
            requests.requestMatchers(reading, "/invigilation/**").hasAnyRole(INVIGILATOR, AUDITOR);
            requests.requestMatchers(reading, "/office/**").hasAnyRole(OFFICE, AUDITOR);
        }
        requests.requestMatchers("/invigilation/**").hasRole(INVIGILATOR);
        requests.requestMatchers("/office/**").hasRole(OFFICE);
        requests.anyRequest().denyAll();
    }
}
