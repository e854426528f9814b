package dauntingledger.app.signin;

import dauntingledger.app.nodes.Hearer;
import dauntingledger.app.nodes.Missed;
import dauntingledger.app.staff.SignInsOf;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;

/** Ends the sign-ins of somebody on whatever computer and node, and hears what other nodes tell about signing in. */
@Configuration(proxyBeanMethods = false)
class SignInsEverywhere implements SignInsOf {

    private final RememberedSignIns remembered;

    SignInsEverywhere(RememberedSignIns remembered) {
        this.remembered = remembered;
    }

    @Override
    public void end(String number) {
        remembered.end(number);
    }

    @EventListener
    void missed(Missed missed) {
        remembered.forgetAll();
    }

    @Bean
    Hearer signInsOver() {
        return Hearer.each(RememberedSignIns.OVER, remembered::forget);
    }

    @Bean
    Hearer pinsWrong(SignInThrottle throttle) {
        return Hearer.each(SignInThrottle.WRONG, throttle::failedElsewhere);
    }

    @Bean
    Hearer pinsRight(SignInThrottle throttle) {
        return Hearer.each(SignInThrottle.RIGHT, throttle::succeededElsewhere);
    }

    @Bean
    Hearer waitsLifted(SignInThrottle throttle) {
        return Hearer.each(SignInThrottle.LIFTED, throttle::liftedElsewhere);
    }
}
