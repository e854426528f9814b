package dauntingledger.app.papers;

import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Movement.Direction;
import org.jspecify.annotations.Nullable;

/**
 * How the questions of a part, a section or an item are gone through, as the standard says it; what an inner element
 * does not say, it has from the outer one.
 *
 * @param linear navigation-mode: one question after the other
 * @param individual submission-mode: each answer is entered by itself
 * @param attempts max-attempts, which the standard applies to individual submission only; 0 for no limit
 * @param skipping allow-skipping: whether a question may be left without a full answer
 */
record SessionControl(boolean linear, boolean individual, int attempts, boolean skipping) {

    /** Reads the modes of a test part, and the control in it. */
    static SessionControl of(XmlElement part, Problems problems) {
        boolean linear = mode(part, "navigation-mode", "linear", "nonlinear", problems);
        boolean individual = mode(part, "submission-mode", "individual", "simultaneous", problems);
        return new SessionControl(linear, individual, 1, true).within(part, problems);
    }

    private static boolean mode(XmlElement part, String attribute, String yes, String no, Problems problems) {
        String mode = part.attribute(attribute).orElse("");
        if (!mode.equals(yes) && !mode.equals(no)) {
            problems.add(part, attribute + " must be \"" + yes + "\" or \"" + no + "\", but is \"" + mode + "\"");
        }
        return mode.equals(yes);
    }

    /** Returns the control that holds inside {@code owner}; notes what is not supported. */
    SessionControl within(XmlElement owner, Problems problems) {
        SessionControl control = this;
        for (XmlElement element : owner.elements("qti-item-session-control").toList()) {
            onlyIf(element, "validate-responses", "false", problems);
            leftOut(element, "show-feedback", problems);
            leftOut(element, "allow-comment", problems);
            control = new SessionControl(linear, individual, attempts(element, problems), skipping(element, problems));
        }
        return control;
    }

    /** Returns the control that holds for a set or an item; whether questions can be skipped is said of sections only. */
    SessionControl inside(XmlElement owner, Problems problems) {
        SessionControl control = within(owner, problems);
        if (control.skipping() != skipping) {
            problems.add(owner, "allow-skipping is read on a part or a section, not on a set or an item");
        }
        return control;
    }

    private boolean skipping(XmlElement element, Problems problems) {
        try {
            return Attributes.isTrue(element, "allow-skipping", String.valueOf(skipping));
        } catch (IllegalArgumentException e) {
            problems.add(element, String.valueOf(e.getMessage()));
            return skipping;
        }
    }

    private int attempts(XmlElement element, Problems problems) {
        try {
            return Attributes.whole(element, "max-attempts", String.valueOf(attempts));
        } catch (IllegalArgumentException e) {
            problems.add(element, String.valueOf(e.getMessage()));
            return attempts;
        }
    }

    private static void leftOut(XmlElement control, String attribute, Problems problems) {
        if (control.attribute(attribute).filter("true"::equals).isPresent()) {
            problems.note(control, attribute + "=\"true\" is left out");
        }
    }

    private static void onlyIf(XmlElement control, String attribute, String supported, Problems problems) {
        @Nullable String value = control.attributes().get(attribute);
        if (value != null && !value.equals(supported)) {
            problems.add(control, attribute + "=\"" + value + "\" is not supported yet; only \"" + supported + "\" is");
        }
    }

    Movement movement() {
        return new Movement(linear ? Direction.FORWARD : Direction.FREE, !skipping, false);
    }

    Entering entering() {
        return individual ? new Entering(true, attempts) : Entering.AT_EACH_CHOICE;
    }
}
