package dauntingledger.app.audit;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Marks what a member of staff does with a page: each call is written to the audit log, with what came of it. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Audited {

    /** Returns what is done, like {@code accommodations-granted}. */
    String value();
}
