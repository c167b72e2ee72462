package app.yarrowmark.runner.detect;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.RunFile.FactLine;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What systems printed, recorded from several kinds. */
class SystemSettingsTest {

    @TempDir
    Path root;

    @Test
    void aLaptopTellsItsProfileLimitsAndProtections() throws IOException {
        file("sys/firmware/acpi/platform_profile", "balanced\n");
        file("sys/devices/system/cpu/cpu0/cpufreq/scaling_governor", "powersave\n");
        file("sys/devices/system/cpu/cpu0/cpufreq/energy_performance_preference", "balance_power\n");
        file("sys/devices/system/cpu/own_pstate/no_turbo", "0\n");
        file("sys/class/powercap/own-rapl:0/constraint_0_name", "long_term\n");
        file("sys/class/powercap/own-rapl:0/constraint_0_power_limit_uw", "15000000\n");
        file("sys/class/powercap/own-rapl:0/constraint_1_name", "short_term\n");
        file("sys/class/powercap/own-rapl:0/constraint_1_power_limit_uw", "44000000\n");
        file("proc/cpuinfo", "processor\t: 0\nmicrocode\t: 0xf4\n\nprocessor\t: 1\nmicrocode\t: 0xf4\n");
        file("sys/devices/system/cpu/vulnerabilities/leak_a", "Mitigation: barriers\n");
        file("sys/devices/system/cpu/vulnerabilities/leak_b", "Not affected\n");
        file("sys/devices/system/cpu/vulnerabilities/leak_c", "Vulnerable: no microcode\n");
        file("proc/swaps", "Filename\tType\tSize\n/dev/zram0 partition 8388604\n");

        assertThat(values("Linux"))
                .containsEntry("power.plan", "balanced")
                .containsEntry("cpu.governor", "powersave, prefers balance power")
                .containsEntry("cpu.boost", "yes")
                .containsEntry("cpu.limit_long", "15 W")
                .containsEntry("cpu.limit_short", "44 W")
                .containsEntry("cpu.microcode", "0xf4")
                .containsEntry("cpu.mitigations", "1 on, without leak_c")
                .containsEntry("memory.swap", "partition");
    }

    @Test
    void aGuestTellsLittleAndSaysWhy() throws IOException {
        file("proc/cpuinfo", "processor\t: 0\n");
        file("proc/swaps", "Filename\tType\tSize\n");
        assertThat(values("Linux"))
                .containsEntry("power.plan", "[the system has no such setting]")
                .containsEntry("cpu.limit_long", "[the system keeps it from programs without rights]")
                .containsEntry("cpu.microcode", "[the system does not tell]")
                .containsEntry("memory.swap", "none");
    }

    @Test
    void otherSystemsTellByACommand() {
        String scheme = "Power Scheme GUID: 381b4222-f694-41f0-9685-ff5bb260df2e  (Balanced)\r\n";
        assertThat(values("Windows 11", Map.of("powercfg /getactivescheme", scheme)))
                .containsEntry("power.plan", "Balanced");
        String settings =
                "System-wide power settings:\nCurrently in use:\n lowpowermode         1\n sleep                1\n";
        assertThat(values("Mac OS X", Map.of("pmset -g", settings)))
                .containsEntry("power.plan", "low power")
                .containsEntry("power.saver", "yes");
        assertThat(values("Windows 11", Map.of())).containsEntry("power.plan", "[the system does not tell]");
    }

    private Map<String, String> values(String system) {
        return values(system, Map.of());
    }

    private Map<String, String> values(String system, Map<String, String> recorded) {
        List<FactLine> facts = new SystemSettings(
                        system, root, words -> Optional.ofNullable(recorded.get(String.join(" ", words))))
                .read();
        return facts.stream()
                .collect(Collectors.toMap(
                        FactLine::key,
                        f -> f.value() == null
                                ? "[" + f.reason() + "]"
                                : f.value() + (f.unit().isEmpty() ? "" : " " + f.unit())));
    }

    private void file(String path, String content) throws IOException {
        Path file = root.resolve(path);
        Files.createDirectories(file.getParent());
        Files.writeString(file, content);
    }
}
