package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.runner.measure.Digits;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What the runner says while it measures: sentences for people, or a line of JSON for each event. */
final class Output {

    private final PrintStream out;
    private final boolean json;
    private final ProgressLine line;

    Output(PrintStream out, boolean json) {
        this.out = out;
        this.json = json;
        this.line = new ProgressLine(out, System.console() != null && !json);
    }

    /** Says a sentence that a program need not read. */
    void say(String sentence) {
        if (!json) {
            line.end(sentence);
        }
    }

    void facts(List<RunFile.FactLine> facts, List<String> differences) {
        if (json) {
            event("facts", Map.of("facts", facts, "differences", differences));
        } else {
            DetectCommand.print(facts, out);
            differences.forEach(d -> out.println("  differs: " + d));
        }
    }

    void progress(SuiteSheet sheet, Metric metric, int repeat, double done, double reading, long secondsLeft) {
        if (json) {
            event(
                    "progress",
                    Map.of(
                            "suite", sheet.id().key(),
                            "repeat", repeat,
                            "metric", metric.key(),
                            "done", done,
                            "reading", reading,
                            "unit", metric.unit(),
                            "secondsLeft", secondsLeft));
        } else {
            line.show(metric.name(), done, Digits.text(reading) + " " + metric.unit(), secondsLeft);
        }
    }

    /**
     * Says what became of a run.
     *
     * @param what {@code sent}, {@code saved} or {@code not sent}
     */
    void run(RunFile run, String what, @Nullable Path file, @Nullable String why) {
        List<RunFile.ReadingLine> readings = run.readings() == null ? List.of() : run.readings();
        if (json) {
            Map<String, Object> told = new LinkedHashMap<>();
            told.put("id", run.id());
            told.put("suite", run.suite());
            told.put("state", run.state());
            told.put("reason", run.reason());
            told.put("note", run.note());
            told.put("readings", readings);
            told.put("delivery", what);
            told.put("file", file == null ? null : file.toString());
            told.put("problem", why);
            event("run", told);
            return;
        }
        String state = run.state() == RunFile.State.DONE
                ? ""
                : run.state().name().toLowerCase(Locale.ROOT).replace('_', ' ') + ": " + run.reason() + "; ";
        line.end("  " + what + (file == null ? "" : " " + file) + ": " + state + readings.size() + " readings"
                + (why == null ? "" : " (" + why + ")"));
        if (run.note() != null) {
            line.end("  " + run.note());
        }
    }

    /** Writes out a whole run that is nowhere else. */
    void whole(RunFile run) {
        if (json) {
            event("unsaved", Map.of("run", run));
        } else {
            line.end(written(run));
        }
    }

    private void event(String name, Map<String, ?> content) {
        Map<String, Object> whole = new LinkedHashMap<>();
        whole.put("event", name);
        whole.putAll(content);
        out.println(written(whole));
        out.flush();
    }

    private static String written(Object what) {
        try {
            return Json.mapper().writeValueAsString(what);
        } catch (IOException e) {
            throw new IllegalStateException("it can always be written", e);
        }
    }
}
