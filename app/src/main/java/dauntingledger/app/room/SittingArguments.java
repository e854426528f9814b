package dauntingledger.app.room;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Appointment;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Gives the methods of controllers the sitting that is in the address, if the signed-in candidate may have it. */
@Component
class SittingArguments implements HandlerMethodArgumentResolver, WebMvcConfigurer {

    private final RoomAccess access;

    SittingArguments(RoomAccess access) {
        this.access = access;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == RoomAccess.Inside.class
                || parameter.getParameterType() == Appointment.class
                        && parameter.hasParameterAnnotation(RoomAccess.Own.class);
    }

    @Override
    public Object resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest web,
            @Nullable WebDataBinderFactory binders) {
        HttpServletRequest request = requireNonNull(web.getNativeRequest(HttpServletRequest.class));
        Principal principal = requireNonNull(web.getUserPrincipal(), "only who is signed in has sittings");
        long sitting = sitting(request);
        if (parameter.getParameterType() == Appointment.class) {
            return access.open(sitting, principal);
        }
        return parameter.hasParameterAnnotation(RoomAccess.New.class)
                ? access.given(sitting, principal, request)
                : access.inside(sitting, principal, request);
    }

    private static long sitting(HttpServletRequest request) {
        Map<?, ?> address =
                requireNonNull((Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE));
        try {
            return Long.parseLong(String.valueOf(address.get("sitting")));
        } catch (NumberFormatException e) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, "a sitting has a number", e);
        }
    }
}
