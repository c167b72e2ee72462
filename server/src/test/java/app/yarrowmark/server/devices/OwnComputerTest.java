package app.yarrowmark.server.devices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.access.Caller;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.StringReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.Answers;
import org.springframework.boot.web.servlet.context.ServletWebServerApplicationContext;

class OwnComputerTest {

    private static final Caller MERLE = new Caller("Merle", Caller.Scope.PERSON, 0);

    @TempDir
    private Path folder;

    private final PairingService pairing = mock();
    private final ServletWebServerApplicationContext server =
            mock(ServletWebServerApplicationContext.class, Answers.RETURNS_DEEP_STUBS);
    private final Process process = mock();
    private final List<List<String>> started = new ArrayList<>();
    private final AtomicBoolean alive = new AtomicBoolean();

    private OwnComputer computer(String jar) {
        Settings settings = new Settings(jar, "", "", "", "", 0, "", "", "", "", "", false);
        return new OwnComputer(settings, pairing, server, command -> {
            started.add(command);
            return process;
        });
    }

    @BeforeEach
    void aServer() {
        when(process.inputReader())
                .thenReturn(new BufferedReader(new StringReader("no such option\nThe code is spent.\n")));
        // Told beforehand: what the process says is read in a thread of its own, beside the test.
        when(process.isAlive()).thenAnswer(asked -> alive.get());
        when(server.getWebServer().getPort()).thenReturn(8787);
        when(pairing.newCode(7, "Merle")).thenReturn(new PairingService.Code("ABCDE2", Instant.EPOCH));
    }

    @Test
    void theRunnerIsStartedWithACodeOfItsOwnAndEndsWithTheServer() throws IOException {
        String jar = Files.createFile(folder.resolve("runner.jar")).toString();
        OwnComputer computer = computer(jar);
        assertThat(computer.about().canBe()).isTrue();
        assertThat(computer.about().name()).isNotBlank();
        computer.measure(7, MERLE);
        assertThat(started.get(0).subList(1, 8))
                .containsExactly("-jar", jar, "run", "--server", "http://127.0.0.1:8787", "--code", "ABCDE2");
        computer.end();
        verify(process).destroy();
    }

    @Test
    void itRunsOnceAtATimeAndOnlyWhereItIs() throws IOException {
        OwnComputer bare = computer("");
        assertThat(bare.about().canBe()).isFalse();
        assertThatThrownBy(() -> bare.measure(7, MERLE)).hasMessageContaining("started without the runner");
        OwnComputer computer =
                computer(Files.createFile(folder.resolve("runner.jar")).toString());
        computer.measure(7, MERLE);
        alive.set(true);
        assertThatThrownBy(() -> computer.measure(7, MERLE)).hasMessageContaining("being measured already");
        alive.set(false);
        computer.measure(7, MERLE);
        assertThat(started).hasSize(2);
    }

    @Test
    void oneThatEndsAtOnceSaysWhy() throws Exception {
        OwnComputer computer =
                computer(Files.createFile(folder.resolve("runner.jar")).toString());
        when(process.waitFor(anyLong(), any())).thenReturn(true);
        when(process.exitValue()).thenReturn(2);
        assertThatThrownBy(() -> computer.measure(7, MERLE)).hasMessage("The runner ended at once: The code is spent.");
    }
}
