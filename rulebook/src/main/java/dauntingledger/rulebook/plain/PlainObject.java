package dauntingledger.rulebook.plain;

import org.jspecify.annotations.Nullable;

/** An object that somebody else has parsed; its members are texts, whole numbers, truth values, lists and objects. */
@FunctionalInterface
public interface PlainObject {

    /** Returns the member called {@code name}, or null if there is none. */
    @Nullable
    Object member(String name);
}
