package dauntingledger.app.backup;

import static java.util.Objects.requireNonNull;

import java.time.Instant;

/**
 * A copy of an installation.
 *
 * @param name of its file
 * @param bytes how large the file is
 * @param made when it was begun; what was acknowledged before is in it
 * @param version of the application that made it
 * @param sittings how many sittings there were then
 * @param entries how many entries there were then, those of surveys and of the server among them
 */
public record Copy(String name, long bytes, Instant made, String version, long sittings, long entries) {
    public Copy {
        requireNonNull(name, "name");
        requireNonNull(made, "made");
        requireNonNull(version, "version");
    }
}
