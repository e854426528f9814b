package dauntingledger.app.staff;

import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.thymeleaf.context.LazyContextVariable;

/** Tells every page which member of staff looks at it, as {@code me}. */
@ControllerAdvice
class Me {

    private final Staff staff;

    Me(Staff staff) {
        this.staff = staff;
    }

    /** Is read from the database only by a page that shows it. */
    @ModelAttribute
    void me(@Nullable Authentication person, Model model) {
        model.addAttribute("me", new LazyContextVariable<Staff.@Nullable Member>() {
            @Override
            protected Staff.@Nullable Member loadValue() {
                return person == null ? null : staff.member(person.getName()).orElse(null);
            }
        });
        model.addAttribute(
                "mayChange",
                person != null
                        && person.getAuthorities().stream()
                                .anyMatch(role -> ("ROLE_" + Role.OFFICE).equals(role.getAuthority())));
    }
}
