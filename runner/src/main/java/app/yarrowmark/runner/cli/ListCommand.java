package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.registry.Workloads;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Lists the suites that run natively. */
@Command(
        name = "list",
        mixinStandardHelpOptions = true,
        description = "Lists the suites that this runner has, with their parts, units and times.")
final class ListCommand implements Callable<Integer> {

    @Option(names = "--json", description = "As JSON.")
    private boolean json;

    @Override
    public Integer call() throws IOException {
        List<SuiteSheet> sheets =
                Workloads.all().stream().map(w -> OwnSuites.sheet(w.key())).toList();
        if (json) {
            List<Map<String, Object>> all =
                    sheets.stream().map(ListCommand::entry).toList();
            System.out.println(Json.mapper().writerWithDefaultPrettyPrinter().writeValueAsString(all));
        } else {
            sheets.forEach(ListCommand::print);
        }
        return 0;
    }

    private static Map<String, Object> entry(SuiteSheet sheet) {
        return Map.of(
                "key", sheet.id().key(),
                "version", sheet.id().version(),
                "name", sheet.name(),
                "repeats", sheet.schedule().repeats(),
                "minutes", sheet.schedule().minutes(),
                "bytesWritten", Workloads.of(sheet.id().key()).bytesWritten(Plan.NORMAL),
                "metrics",
                        sheet.metrics().stream()
                                .map(m -> Map.of(
                                        "key", m.key(), "name", m.name(), "unit", m.unit(), "total", m.isTotal()))
                                .toList());
    }

    private static void print(SuiteSheet sheet) {
        long bytes = Workloads.of(sheet.id().key()).bytesWritten(Plan.NORMAL);
        System.out.println(sheet.id() + "  " + sheet.name() + ", "
                + sheet.schedule().repeats() + " runs of about "
                + sheet.schedule().minutes() + " min"
                + (bytes == 0 ? "" : ", each writes up to " + bytes / 1_000_000 + " MB"));
        for (Metric m : sheet.metrics()) {
            System.out.println("    " + m.key() + "  " + m.name() + ", " + m.unit());
        }
    }
}
