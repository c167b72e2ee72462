package app.yarrowmark.runner.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.runner.measure.RunRecorder;
import app.yarrowmark.runner.measure.WorkEvent;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the runner remembers between two calls. */
class PairingTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");

    @TempDir
    Path home;

    @Test
    void aPairingIsRememberedUntilItRunsOutAndIsTheUsersOwn() throws IOException {
        assertThat(Pairing.kept(home, NOW)).isEmpty();
        Pairing pairing =
                new Pairing(URI.create("https://192.0.2.7:8788"), "ab".repeat(32), "secret", NOW.plusSeconds(60));
        pairing.keep(home);
        pairing.keep(home);
        assertThat(Pairing.kept(home, NOW)).contains(pairing);
        assertThat(Pairing.kept(home, NOW.plusSeconds(61))).isEmpty();
        assertThat(Files.getPosixFilePermissions(home.resolve("pairing.json")))
                .containsExactlyInAnyOrder(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
    }

    @Test
    void aFingerprintIsCheckedBeforeAnythingIsSent() {
        assertThatThrownBy(() -> KnownCertificate.context("24:8C:zz"))
                .hasMessage("a fingerprint (SHA-256) is 64 hexadecimal digits, got \"24:8C:zz\"");
        assertThat(KnownCertificate.context("24:8C:" + "AB:".repeat(29) + "01").getProtocol())
                .isEqualTo("TLS");
    }

    @Test
    void runsWaitInAFolderWhole() throws IOException {
        Outbox outbox = new Outbox(home.resolve("waiting"));
        assertThat(outbox.waiting()).isEmpty();
        RunRecorder recorder = new RunRecorder(app.yarrowmark.core.exchange.OwnSuites.sheet("leaf"), "tiny");
        recorder.hear(new WorkEvent.Measured("chase", List.of(90.0), "c"));
        RunFile run = recorder.run(NOW, NOW.plusSeconds(3), List.of(), List.of(), List.of());
        Path file = outbox.save(run);
        assertThat(outbox.save(run)).isEqualTo(file);
        assertThat(outbox.waiting()).containsExactly(file);
        assertThat(Outbox.read(file).id()).isEqualTo(run.id());
        assertThat(Files.list(home.resolve("waiting"))).hasSize(1);
        Files.writeString(file, "{\"id\": 7");
        assertThatThrownBy(() -> Outbox.read(file)).hasMessageStartingWith(file + " is no run file: ");
    }
}
