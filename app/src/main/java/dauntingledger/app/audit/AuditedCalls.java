package dauntingledger.app.audit;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Writes every call of an {@link Audited} page to the audit log. */
@Component
class AuditedCalls implements HandlerInterceptor, WebMvcConfigurer {

    /** What a page says of itself in the address it leads to, like {@code ?said=too-late}. */
    private static final Pattern SAID = Pattern.compile("[?&]said=([a-z-]+)");

    private final Audit audit;

    AuditedCalls(Audit audit) {
        this.audit = audit;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failure) {
        if (handler instanceof HandlerMethod method
                && method.getMethodAnnotation(Audited.class) instanceof Audited audited) {
            @Nullable Authentication person = SecurityContextHolder.getContext().getAuthentication();
            if (person != null) {
                audit.note(Deed.by(
                        person,
                        request.getRemoteAddr(),
                        audited.value(),
                        onWhom(request),
                        failure == null ? outcome(response) : "failed"));
            }
        }
    }

    /** Returns what the address names: a sitting, a paper with its version. */
    private static String onWhom(HttpServletRequest request) {
        return request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> named
                ? named.entrySet().stream()
                        .map(one -> one.getKey() + " " + one.getValue())
                        .sorted()
                        .collect(Collectors.joining(", "))
                : "";
    }

    private static String outcome(HttpServletResponse response) {
        Optional<String> said = Optional.ofNullable(response.getHeader(HttpHeaders.LOCATION))
                .map(SAID::matcher)
                .filter(Matcher::find)
                .map(found -> found.group(1));
        return said.orElse(response.getStatus() < 400 ? "done" : "refused " + response.getStatus());
    }
}
