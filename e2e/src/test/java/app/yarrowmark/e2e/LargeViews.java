package app.yarrowmark.e2e;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Measures every view of a desk that is already there, however large: elements, memory, and how long the page's main thread
 * works until the view stands and for a step of the wheel. Started by {@code perf/views}; fails where a bound is not held.
 */
@Tag("on-request")
class LargeViews {

    private static final int MOST_ELEMENTS = 6_000;
    private static final double MOST_MEGABYTES = 300;
    private static final double MOST_SECONDS = 0.5;
    private static final double MOST_MILLISECONDS_A_STEP = 16;
    private static final int STEPS = 40;
    /** What the page causes: scripts, styles and layout. Painting is told beside it; here no graphics chip helps with it. */
    private static final String[] PAGE = {"ScriptDuration", "RecalcStyleDuration", "LayoutDuration"};

    private static final String URL = System.getProperty("views.url", "").replaceFirst("/?[?].*", "");

    private final List<String> over = new ArrayList<>();

    @Test
    void everyView() throws Exception {
        try (Browser desk = Browser.open()) {
            comeIn(desk);
            System.out.printf(
                    "%-28s %9s %6s %10s %10s %12s%n",
                    "view", "elements", "MB", "s to draw", "ms a step", "s with paint");
            for (Map.Entry<String, String> view : views(desk).entrySet()) {
                measure(desk, view.getKey(), view.getValue());
            }
        }
        if (!over.isEmpty()) {
            throw new AssertionError("over the bounds:\n" + String.join("\n", over));
        }
    }

    /** Signs in, or makes the first account of a desk that is new, at the address that it printed. */
    private static void comeIn(Browser desk) {
        desk.go(System.getProperty("views.url"));
        desk.see("Name");
        boolean first = desk.body().contains("Make the first account");
        desk.type("Name", System.getProperty("views.name"));
        desk.type(first ? "Password, at least 10 characters" : "Password", System.getProperty("views.password"));
        desk.press(first ? "Make the account" : "Sign in");
        desk.see("Standings");
    }

    private static Map<String, String> views(Browser desk) throws IOException {
        List<String> setups = keys(desk, "/api/v1/ranking?rows=6");
        List<String> models = keys(desk, "/api/v1/ranking?rows=6&ranked=model");
        String model = models.get(0).replaceAll("\\D", "");
        String suite = ask(desk, "/api/v1/suites").get(0).get("id").asText();
        Map<String, String> views = new LinkedHashMap<>();
        views.put("desk", "/desk");
        views.put("device to the desk", "/desk/new");
        views.put("catalogue", "/catalogue");
        views.put("model", "/catalogue/models/" + model);
        views.put("suite", "/catalogue/suites/" + suite);
        views.put("standings", "/standings?kind=any");
        views.put("standings of models", "/standings?kind=any&ranked=model");
        views.put("standings by one number", "/standings?kind=any&by=number");
        views.put("all standings", "/standings?kind=any&rows=20000");
        views.put("two side by side", "/side-by-side?s=" + String.join("&s=", setups.subList(0, 2)));
        views.put("six side by side", "/side-by-side?s=" + String.join("&s=", setups));
        views.put("versions", "/versions?s=" + setups.get(0));
        views.put("ledger", "/ledger");
        views.put("new suite", "/catalogue/suites/new");
        views.put("import", "/catalogue/import");
        return views;
    }

    private static List<String> keys(Browser desk, String path) throws IOException {
        List<String> keys = new ArrayList<>();
        ask(desk, path)
                .get("rows")
                .forEach(row -> keys.add(row.at("/subject/key").asText()));
        return keys;
    }

    private static JsonNode ask(Browser desk, String path) throws IOException {
        Object text = desk.script("return fetch('" + path + "').then(answer => answer.text())");
        return new ObjectMapper().readTree(String.valueOf(text));
    }

    private void measure(Browser desk, String name, String address) throws IOException {
        // From a small view of the application, as a reader comes: what it takes to start is not the view's.
        desk.newTab();
        desk.go(URL + "/access");
        desk.rest();
        double before = desk.worked(PAGE);
        double all = desk.worked("TaskDuration");
        desk.script("history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))", address);
        desk.rest();
        double seconds = desk.worked(PAGE) - before;
        all = desk.worked("TaskDuration") - all;
        Number elements = (Number) desk.script("return document.querySelectorAll('*').length");
        double step = wheel(desk);
        desk.cdp("HeapProfiler.collectGarbage", Map.of());
        double megabytes = megabytes();
        desk.closeNewTabs();
        String line = "%-28s %,9d %6.0f %10.2f %10.1f %12.2f"
                .formatted(name, elements.longValue(), megabytes, seconds, 1000 * step, all);
        System.out.println(line);
        if (elements.longValue() > MOST_ELEMENTS
                || megabytes > MOST_MEGABYTES
                || seconds > MOST_SECONDS
                || 1000 * step > MOST_MILLISECONDS_A_STEP) {
            over.add(line);
        }
    }

    /** Seconds that the page's main thread works for one step of the wheel. */
    private static double wheel(Browser desk) {
        double before = desk.worked(PAGE);
        for (int i = 0; i < STEPS; i++) {
            desk.wheel(i < STEPS / 2 ? 100 : -100);
        }
        return (desk.worked(PAGE) - before) / STEPS;
    }

    /** The private memory of the largest page. */
    private static double megabytes() throws IOException {
        double most = 0;
        try (Stream<Path> all = Files.list(Path.of("/proc"))) {
            for (Path process :
                    all.filter(p -> p.getFileName().toString().matches("\\d+")).toList()) {
                most = Math.max(most, megabytes(process));
            }
        }
        return most;
    }

    private static double megabytes(Path process) {
        try {
            if (!Files.readString(process.resolve("cmdline")).contains("--type=renderer")) {
                return 0;
            }
            return Files.readAllLines(process.resolve("smaps_rollup")).stream()
                    .filter(l -> l.startsWith("Private_"))
                    .mapToDouble(l -> Double.parseDouble(l.replaceAll("\\D", "")) / 1024)
                    .sum();
        } catch (IOException gone) {
            return 0;
        }
    }
}
