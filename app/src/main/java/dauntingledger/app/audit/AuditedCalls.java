package dauntingledger.app.audit;

import dauntingledger.app.said.SaidAfterForms;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.support.RequestContextUtils;

/** Writes every call of an {@link Audited} page to the audit log. */
@Component
class AuditedCalls implements HandlerInterceptor, WebMvcConfigurer {

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
                        failure == null ? outcome(request, response) : "failed"));
            }
        }
    }

    /** Returns what the address names: a sitting, a paper with its version; and the sittings that were chosen. */
    private static String onWhom(HttpServletRequest request) {
        String named = named(request);
        String[] chosen = request.getParameterValues("sittings");
        return chosen == null ? named : named + ", sittings " + String.join(" ", chosen);
    }

    private static String named(HttpServletRequest request) {
        return request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> named
                ? named.entrySet().stream()
                        .map(one -> one.getKey() + " " + one.getValue())
                        .sorted()
                        .collect(Collectors.joining(", "))
                : "";
    }

    private static String outcome(HttpServletRequest request, HttpServletResponse response) {
        return SaidAfterForms.in(RequestContextUtils.getOutputFlashMap(request))
                .orElse(response.getStatus() < 400 ? "done" : "refused " + response.getStatus());
    }
}
