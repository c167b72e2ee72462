package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile.FactLine;
import app.yarrowmark.runner.detect.Detection;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Shows what the runner reads of this computer. */
@Command(
        name = "detect",
        mixinStandardHelpOptions = true,
        description = "Shows what can be read of this computer's setup.")
final class DetectCommand implements Callable<Integer> {

    @Option(names = "--json", description = "As JSON.")
    private boolean json;

    @Option(names = "--folder", paramLabel = "FOLDER", defaultValue = ".", description = "On the drive to be measured.")
    private Path folder;

    @Override
    public Integer call() throws IOException {
        List<FactLine> facts = Detection.read(new oshi.SystemInfo(), folder.toRealPath());
        if (json) {
            System.out.println(Json.mapper().writerWithDefaultPrettyPrinter().writeValueAsString(facts));
        } else {
            print(facts, System.out);
        }
        return 0;
    }

    static void print(List<FactLine> facts, PrintStream out) {
        for (FactLine fact : facts) {
            String value = fact.value() == null
                    ? "[ " + fact.reason() + " ]"
                    : fact.value() + (fact.unit() == null ? "" : " " + fact.unit());
            out.println(String.format(Locale.ROOT, "  %-24s %s", fact.key(), value));
        }
    }
}
