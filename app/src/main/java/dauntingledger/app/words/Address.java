package dauntingledger.app.words;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** The address under which people reach this installation, for what is printed and mailed. */
@Component
public class Address {

    private final String base;

    Address(@Value("${exam.address}") String base) {
        this.base = base.endsWith("/") ? base.substring(0, base.length() - 1) : base;
    }

    /** Returns the address of a page; {@code path} begins with a slash. */
    public String of(String path) {
        return base + path;
    }
}
