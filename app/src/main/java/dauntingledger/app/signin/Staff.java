package dauntingledger.app.signin;

import java.util.Optional;

/** Those who work in this installation: invigilators and the exam office. */
public interface Staff {

    /** What somebody may do here. */
    enum Role {
        INVIGILATOR,
        OFFICE
    }

    /** Somebody who works here. */
    record Member(String number, String name, Role role) {}

    /**
     * Takes somebody on. The PIN is kept as a hash only.
     *
     * @throws IllegalStateException if the number is taken
     */
    void takeOn(Member member, String pin);

    Optional<Member> member(String number);
}
