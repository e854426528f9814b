package dauntingledger.app.invigilation;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Standings;
import dauntingledger.rulebook.sitting.Progress;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

/**
 * Gives the methods of controllers the {@link Place} that is in the address, if the member of staff who is signed in looks
 * after it, or those of it who are {@link Chosen} by {@code sittings}.
 */
@Component
class BoardArguments implements HandlerMethodArgumentResolver, WebMvcConfigurer {

    private static final String SITTINGS = "sittings";

    private final Places places;
    private final Standings standings;

    BoardArguments(Places places, Standings standings) {
        this.places = places;
        this.standings = standings;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Place.class || parameter.getParameterType() == Chosen.class;
    }

    @Override
    public Object resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest web,
            @Nullable WebDataBinderFactory binders) {
        HttpServletRequest request = requireNonNull(web.getNativeRequest(HttpServletRequest.class));
        Principal principal = requireNonNull(web.getUserPrincipal(), "only who is signed in has boards");
        Map<?, ?> address =
                requireNonNull((Map<?, ?>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE));
        Place place = places.find(number(address.get("exam")), number(address.get("room")), principal);
        if (parameter.getParameterType() == Place.class) {
            return place;
        }
        String[] named =
                Optional.ofNullable(request.getParameterValues(SITTINGS)).orElse(new String[0]);
        List<Appointment> sittings = named.length == 0
                ? inside(place)
                : Arrays.stream(named)
                        .distinct()
                        .map(sitting -> places.sitting(place, number(sitting)))
                        .toList();
        return new Chosen(place, sittings, named.length == 0, places.member(principal));
    }

    private List<Appointment> inside(Place place) {
        return standings.of(place.exam().id(), place.roomId()).stream()
                .filter(placed -> placed.standing().progress() == Progress.IN_PROGRESS
                        && placed.standing().readable())
                .map(Standings.Placed::appointment)
                .toList();
    }

    private static long number(@Nullable Object text) {
        try {
            return Long.parseLong(String.valueOf(text));
        } catch (NumberFormatException e) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, "exams, rooms and sittings have numbers", e);
        }
    }
}
