package dauntingledger.app.signin;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ExamServerTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.http.HttpMethod;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.authentication.TestingAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.web.access.WebInvocationPrivilegeEvaluator;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Says for each role and each address whether it is allowed. The table is {@code src/test/resources/rights.txt}: an
 * address, and who may ask for it. An address that is not there fails, and so does a right that is not.
 */
class RightsTest extends ExamServerTest {

    private static final Path TABLE = Path.of("src/test/resources/rights.txt");
    private static final List<String> ROLES = List.of(
            "NOBODY",
            "CANDIDATE",
            "OFFICE",
            "INVIGILATOR",
            "MARKER",
            "CHIEF_MARKER",
            "AUDITOR",
            "CENTRE",
            "SETTING_UP",
            "OPERATOR");

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping pages;

    @Autowired
    private WebInvocationPrivilegeEvaluator evaluator;

    private static Authentication person(String role) {
        return switch (role) {
            case "NOBODY" ->
                new AnonymousAuthenticationToken("key", "nobody", AuthorityUtils.createAuthorityList("ROLE_ANONYMOUS"));
            case "CANDIDATE" -> new TestingAuthenticationToken("BW-1", "", "ROLE_CANDIDATE");
            case "OPERATOR" -> new TestingAuthenticationToken("operator", "", "ROLE_OPERATOR");
            case "SETTING_UP" -> new TestingAuthenticationToken("OFF-1", "", "ROLE_STAFF");
            default -> new TestingAuthenticationToken("OFF-1", "", "ROLE_STAFF", "ROLE_" + role);
        };
    }

    private Set<String> rights() {
        Set<String> rights = new TreeSet<>();
        pages.getHandlerMethods().forEach((mapping, handler) -> {
            Set<String> methods = mapping.getMethodsCondition().getMethods().isEmpty()
                    ? Set.of("GET", "POST")
                    : mapping.getMethodsCondition().getMethods().stream()
                            .map(Enum::name)
                            .collect(Collectors.toSet());
            for (String path : mapping.getPatternValues()) {
                for (String method : methods) {
                    rights.add(path + " " + method + ": " + String.join(" ", allowed(path, method)));
                }
            }
        });
        return rights;
    }

    private List<String> allowed(String path, String method) {
        String address = path.replaceAll("\\{[^}]+}", "1").replace("/**", "/x");
        List<String> allowed = new ArrayList<>();
        for (String role : ROLES) {
            Authentication person = person(role);
            person.setAuthenticated(true);
            if (evaluator.isAllowed("", address, HttpMethod.valueOf(method).name(), person)) {
                allowed.add(role);
            }
        }
        return allowed;
    }

    @Test
    void areWhatTheTableSays() throws IOException {
        Set<String> table = new TreeSet<>(Files.readAllLines(TABLE));

        assertThat(rights()).isEqualTo(table);
    }
}
