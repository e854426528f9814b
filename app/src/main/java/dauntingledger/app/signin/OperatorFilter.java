package dauntingledger.app.signin;

import dauntingledger.app.signing.OperatorToken;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.context.SecurityContextImpl;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets in for one request whoever shows the operator's token; nothing of it is remembered. */
final class OperatorFilter extends OncePerRequestFilter {

    private static final String BEARER = "Bearer ";

    private final OperatorToken token;

    OperatorFilter(OperatorToken token) {
        this.token = token;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        if (header != null
                && header.startsWith(BEARER)
                && token.is(header.substring(BEARER.length()).strip())) {
            SecurityContextHolder.setContext(new SecurityContextImpl(UsernamePasswordAuthenticationToken.authenticated(
                    "operator", "", AuthorityUtils.createAuthorityList("ROLE_" + Rights.OPERATOR))));
        }
        chain.doFilter(request, response);
    }
}
