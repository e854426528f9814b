package dauntingledger.app.signin;

import static java.util.Objects.requireNonNull;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets whoever comes with the cookie of a sign-in be who has signed in. That is no new sign-in: forms that are open go on, and
 * what the person may not ask for is refused.
 */
final class SignedInFilter extends OncePerRequestFilter {

    private final RememberedSignIns remembered;
    private final SecurityContextRepository contexts;

    SignedInFilter(RememberedSignIns remembered, SecurityContextRepository contexts) {
        this.remembered = remembered;
        this.contexts = contexts;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (SecurityContextHolder.getContext().getAuthentication() == null) {
            Authentication known = remembered.autoLogin(request, response);
            if (known != null) {
                SecurityContext context = SecurityContextHolder.createEmptyContext();
                context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                        requireNonNull(known.getPrincipal(), "a person"), null, known.getAuthorities()));
                SecurityContextHolder.setContext(context);
                contexts.saveContext(context, request, response);
            }
        }
        chain.doFilter(request, response);
    }
}
