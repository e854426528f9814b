package dauntingledger.app.signin;

import dauntingledger.app.staff.SignInsOf;
import org.springframework.security.core.session.SessionInformation;
import org.springframework.security.core.session.SessionRegistry;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.stereotype.Component;

/** Ends the sign-ins of somebody on whatever computer: sessions, and what is remembered of them. */
@Component
class SignInsEverywhere implements SignInsOf {

    private final SessionRegistry sessions;
    private final RememberedSignIns remembered;

    SignInsEverywhere(SessionRegistry sessions, RememberedSignIns remembered) {
        this.sessions = sessions;
        this.remembered = remembered;
    }

    @Override
    public void end(String number) {
        endSessions(number);
        remembered.end(number);
    }

    void endSessions(String number) {
        sessions.getAllPrincipals().stream()
                .filter(person ->
                        person instanceof UserDetails user && user.getUsername().equals(number))
                .flatMap(person -> sessions.getAllSessions(person, false).stream())
                .forEach(SessionInformation::expireNow);
    }
}
