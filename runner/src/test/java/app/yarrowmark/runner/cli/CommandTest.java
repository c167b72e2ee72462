package app.yarrowmark.runner.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.RunFile.FactLine;
import app.yarrowmark.runner.detect.Detection;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import oshi.SystemInfo;
import picocli.CommandLine;

class CommandTest {

    private final StringWriter errors = new StringWriter();
    private final CommandLine line = RunnerMain.commandLine().setErr(new PrintWriter(errors));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "run --out x --size huge | --size is normal or tiny, got \"huge\"",
                "run --out x --repeats 50 | --repeats is 1 to 20, got 50",
                "run --out x --folder /nowhere/at/all | --folder /nowhere/at/all is no folder that can be written",
                "run --out pom.xml/runs | --out pom.xml/runs is no folder that can be written",
                "run --out x --suites moss | there is no native suite \"moss\"; there are [stem, ",
                "send pom.xml --code ABCDEF | pom.xml is no run file",
                "run --server http://127.0.0.1:1 --code ABCDEF | the server at http://127.0.0.1:1 cannot be reached"
            })
    void wrongUseIsSaidInOneLine(String words, String message) {
        assertThat(line.execute(words.split(" "))).isEqualTo(RunnerMain.FAILED);
        assertThat(errors.toString()).contains("yarrowmark-runner: " + message);
        assertThat(errors.toString().lines()).hasSize(1);
    }

    @Test
    void anUnknownOptionShowsTheUsage() {
        assertThat(line.execute("run", "--colour")).isEqualTo(RunnerMain.WRONG_USE);
        assertThat(errors.toString()).contains("Unknown option: '--colour'");
    }

    @Test
    void everyFactIsKnownOrHasAReason() {
        List<FactLine> facts =
                Detection.read(new SystemInfo(), Path.of("target").toAbsolutePath());
        assertThat(facts)
                .extracting(FactLine::key)
                .contains(
                        "cpu.model",
                        "cpu.cores",
                        "memory.size",
                        "drive.model",
                        "system.kernel",
                        "graphics.model",
                        "system.firmware")
                .doesNotHaveDuplicates();
        assertThat(facts)
                .allMatch(f ->
                        f.value() == null ? !f.reason().isBlank() : !f.value().isBlank());
    }

    @Test
    void timeLeftIsInWords() {
        assertThat(ProgressLine.time(59)).isEqualTo("59 s");
        assertThat(ProgressLine.time(125)).isEqualTo("2 min 5 s");
    }
}
