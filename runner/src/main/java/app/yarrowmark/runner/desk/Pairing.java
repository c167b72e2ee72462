package app.yarrowmark.runner.desk;

import app.yarrowmark.core.exchange.Json;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The desk that this computer is paired with, remembered in the user's home so that a code is typed once.
 *
 * @param server address of the desk
 * @param fingerprint SHA-256 of the desk's own certificate, where it is reached over https
 * @param token that the desk gave
 * @param expiresAt when the desk stops taking it
 */
public record Pairing(URI server, @Nullable String fingerprint, String token, Instant expiresAt) {

    /** The folder of what the runner keeps; {@code YARROWMARK_RUNNER_HOME} names another than the usual one. */
    public static Path home() {
        String set = System.getenv("YARROWMARK_RUNNER_HOME");
        return set == null || set.isBlank()
                ? Path.of(System.getProperty("user.home"), ".yarrowmark-runner")
                : Path.of(set);
    }

    /** Returns the pairing kept, unless there is none or it ran out. */
    public static Optional<Pairing> kept(Path home, Instant now) throws IOException {
        Path file = file(home);
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        Pairing kept = Json.mapper().readValue(file.toFile(), Pairing.class);
        return kept.expiresAt.isAfter(now) ? Optional.of(kept) : Optional.empty();
    }

    /** Keeps this instead of the one before; only the user may read it, where the system knows such rights. */
    public void keep(Path home) throws IOException {
        Files.createDirectories(home);
        Path file = file(home);
        Files.deleteIfExists(file);
        if (home.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        }
        Files.writeString(file, Json.mapper().writeValueAsString(this));
    }

    private static Path file(Path home) {
        return home.resolve("pairing.json");
    }
}
