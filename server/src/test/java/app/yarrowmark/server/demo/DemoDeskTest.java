package app.yarrowmark.server.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.server.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DemoDeskTest {

    @TempDir
    private Path folder;

    /** A desk whose start command is a script. */
    private DemoDesk desk(String script) throws IOException {
        Path command = Files.writeString(folder.resolve("start"), "#!/bin/bash\n" + script);
        assertThat(command.toFile().setExecutable(true)).isTrue();
        return new DemoDesk(settings(command.toString()));
    }

    private Settings settings(String command) {
        return new Settings(
                "",
                "",
                "",
                "",
                "",
                0,
                "",
                "",
                "",
                command,
                folder.resolve("home").toString(),
                false);
    }

    private static void await(DemoDesk desk, DemoDesk.State state) throws InterruptedException {
        Instant end = Instant.now().plus(Duration.ofSeconds(60));
        while (desk.view().state() != state && Instant.now().isBefore(end)) {
            Thread.sleep(20);
        }
        assertThat(desk.view().state()).isEqualTo(state);
    }

    @Test
    void itIsStartedOnceAndSaysWhereItIsAndHowToSignIn() throws Exception {
        DemoDesk desk = desk("echo x >>" + folder.resolve("starts")
                + "; echo \"Yarrowmark is ready: http://127.0.0.1:$3\"; echo 'Sign in as: Wren Alder, password s3cret'\n"
                + "echo \"Ctrl-C stops it. Everything is kept in $5\"; cat >/dev/null");
        assertThat(desk.view().state()).isEqualTo(DemoDesk.State.NONE);
        desk.start();
        await(desk, DemoDesk.State.READY);
        assertThat(desk.view().name()).isEqualTo("Wren Alder");
        assertThat(desk.view().password()).isEqualTo("s3cret");
        assertThat(desk.view().port()).isBetween(1, 65535);
        desk.start();
        assertThat(Files.readAllLines(folder.resolve("starts"))).hasSize(1);
        desk.end();
        await(desk, DemoDesk.State.ENDED);
    }

    @Test
    void oneThatDoesNotStartSaysWhyAndCanBeTriedAgain() throws Exception {
        DemoDesk desk = desk("echo 'yarrowmark: the disk has 3 MB free and 500 are needed' >&2; exit 1");
        desk.start();
        await(desk, DemoDesk.State.ENDED);
        assertThat(desk.view().why()).isEqualTo("yarrowmark: the disk has 3 MB free and 500 are needed");
        assertThat(desk.start().state()).isEqualTo(DemoDesk.State.STARTING);
    }

    @Test
    void nothingOfWhatThisServerWasToldIsHandedOn() throws Exception {
        DemoDesk desk = desk("env | grep -E '^(SPRING|SERVER|YARROWMARK)_' | sort | tr '\\n' ' '");
        desk.start();
        await(desk, DemoDesk.State.ENDED);
        assertThat(desk.view().why()).isEqualTo("YARROWMARK_BUILT=yes YARROWMARK_TIED=yes");
    }

    @Test
    void withoutItsStartCommandItCannotBe() {
        DemoDesk desk = new DemoDesk(settings(""));
        assertThat(desk.canBe()).isFalse();
        assertThatThrownBy(desk::start).hasMessageContaining("./yarrowmark demo starts the demo");
    }
}
