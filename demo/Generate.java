import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * Makes the demo desk anew: {@code java demo/Generate.java > demo/saltmarsh.json}. Every score follows from a hidden true
 * speed of each part of a device, a lasting leaning of the device to each test, and noise from run to run, all seeded: what
 * the analysis finds can be held against what is put in here. Everything in it is made up.
 */
class Generate {

    /** A metric with its typical value at speed 1, and which part of a device drives it. */
    record Metric(String key, double typical, Part part, int decimals, boolean lessIsBetter) {}

    record Suite(String key, String version, String program, double noise, boolean samples, List<Metric> metrics) {}

    enum Part {
        ONE, ALL, GPU, READ, WRITE, SMALL, WEB
    }

    /** Speeds by part, 1 is the middle of the desk; a missing part has no test. */
    record Setup(
            String name, String parent, boolean tuned, boolean onDesk, Map<Part, Double> speed, List<String> facts,
            List<String> suites) {}

    record Model(String maker, String name, String kind, int year, List<Setup> setups) {}

    static final Map<String, Suite> SUITES = new LinkedHashMap<>();

    static {
        suite(new Suite("stem", "1", "runner", .006, true, List.of(
                m("notes.one", 62, Part.ONE), m("notes.all", 231, Part.ALL), m("sightings.one", 5.2, Part.ONE),
                m("sightings.all", 18.4, Part.ALL), m("spectra.one", 64, Part.ONE), m("spectra.all", 248, Part.ALL),
                m("picture.one", 61, Part.ONE), m("picture.all", 226, Part.ALL), m("tide.one", 7.6, Part.ONE),
                m("tide.all", 26.1, Part.ALL))));
        suite(new Suite("root", "1", "runner", .018, true, List.of(
                m("write.long", 980, Part.WRITE), m("read.long", 1840, Part.READ), m("read.small", 11800, Part.SMALL))));
        suite(new Suite("umbel", "1", "device page", .013, true, List.of(
                m("pages", 96, Part.WEB), m("table", 910, Part.WEB), m("clone", 38.4, Part.WEB),
                m("search", 57.2, Part.WEB), m("canvas", 188, Part.WEB))));
        suite(new Suite("petal", "1", "device page", .011, true, List.of(
                m("shading", 41.8, Part.GPU), m("instances", 78.4, Part.GPU))));
        suite(new Suite("kernmill", "3", "desk", .009, false, List.of(
                new Metric("weave", 1790, Part.ALL, 0, false), new Metric("sieve", 398, Part.ONE, 0, false),
                new Metric("forge", 727, Part.ALL, 0, false))));
        suite(new Suite("lumenwalk", "2", "desk", .014, false, List.of(
                new Metric("shore", 27.4, Part.GPU, 1, false), new Metric("dusk", 41.2, Part.GPU, 1, false),
                new Metric("canopy", 18.9, Part.GPU, 1, false))));
        suite(new Suite("siltpath", "1", "desk", .022, false, List.of(
                new Metric("read", 1690, Part.READ, 0, false), new Metric("write", 905, Part.WRITE, 0, false),
                new Metric("archive", 94, Part.SMALL, 1, true))));
    }

    static final List<String> COMPUTER = List.of("stem", "root", "petal", "umbel", "kernmill", "lumenwalk", "siltpath");
    static final List<String> HANDHELD = List.of("petal", "umbel", "kernmill", "lumenwalk", "siltpath");

    static final List<Model> MODELS = List.of(
            new Model("Ostrel", "Fen 13", "LAPTOP", 2026, List.of(
                    setup("as shipped", null, speed(1.05, 1.02, .86, 1.12, 1.08, 1.02, 1.04),
                            facts("Maren M4-420", 4, 8, 8, "Peatline P1, 512 GB", "Vireo 3", "Marram 14.2"), COMPUTER),
                    new Setup("second memory module", "as shipped", false, true, speed(1.055, 1.07, .97, 1.11, 1.0, 1.01, 1.06),
                            facts("Maren M4-420", 4, 8, 16, "Peatline P1, 512 GB", "Vireo 3", "Marram 14.2"), COMPUTER))),
            new Model("Ostrel", "Carr 15", "LAPTOP", 2025, List.of(
                    setup("as shipped", null, speed(1.22, 1.61, 1.74, 1.38, 1.30, 1.21, 1.24),
                            facts("Maren M6-480", 8, 16, 16, "Peatline P2, 1 TB", "Vireo 5", "Marram 14.2"), COMPUTER))),
            new Model("Tamsin & Pell", "Heath 14", "LAPTOP", 2026, List.of(
                    setup("as shipped", null, speed(1.18, 1.33, 1.21, 1.05, 1.12, 1.10, 1.15),
                            facts("Halden H7", 6, 12, 16, "Loam X4, 512 GB", "Halden graphics", "Marram 14.1"), COMPUTER))),
            new Model("Corvane", "Nook 2", "MINI", 2025, List.of(
                    setup("firmware 1.3", null, speed(.98, 1.05, .094, 1.21, 1.15, 1.08, .91),
                            facts("Maren M4-400", 4, 8, 16, "Loam X4, 512 GB", "drawn by the processor", "Skerry Linux 4.1"), COMPUTER),
                    setup("firmware 1.4, graphics on", "firmware 1.3", speed(.98, 1.05, .92, 1.20, 1.15, 1.07, 1.02),
                            facts("Maren M4-400", 4, 8, 16, "Loam X4, 512 GB", "Vireo 2", "Skerry Linux 4.1"), COMPUTER))),
            new Model("Corvane", "Nook 2 Plus", "MINI", 2026, List.of(
                    setup("as shipped", null, speed(1.14, 1.42, 1.12, 1.32, 1.25, 1.19, 1.13),
                            facts("Maren M6-440", 6, 12, 32, "Loam X4, 1 TB", "Vireo 3", "Skerry Linux 4.2"), COMPUTER),
                    new Setup("lower voltage", "as shipped", true, false, speed(1.19, 1.51, 1.18, 1.33, 1.25, 1.18, 1.17),
                            facts("Maren M6-440", 6, 12, 32, "Loam X4, 1 TB", "Vireo 3", "Skerry Linux 4.2"), COMPUTER))),
            new Model("Quillon", "Q4", "BOARD", 2024, List.of(
                    setup("memory card", null, speed(.42, .36, .24, .046, .031, .12, .38),
                            facts("Quillon C2", 4, 4, 4, "Siltcard 128 GB", "Quillon graphics", "Skerry Linux 4.1"), COMPUTER),
                    setup("fast module", "memory card", speed(.42, .36, .24, .21, .14, .48, .40),
                            facts("Quillon C2", 4, 4, 4, "Pebble M1, 64 GB", "Quillon graphics", "Skerry Linux 4.1"), COMPUTER))),
            new Model("Quillon", "Reed", "DESKTOP", 2025, List.of(
                    setup("as shipped", null, speed(1.31, 2.05, 2.62, 1.52, 1.49, 1.34, 1.30),
                            facts("Halden H9", 12, 24, 32, "Peatline P2, 2 TB", "Vireo 7", "Marram 14.2"), COMPUTER))),
            new Model("Tamsin & Pell", "Tern 6", "PHONE", 2026, List.of(
                    setup("as shipped", null, speed(.79, .66, .61, .52, .44, .58, .74),
                            facts("Skua 8", 8, 8, 8, "256 GB", "Skua graphics", "Tidewater 9.0"), HANDHELD),
                    new Setup("battery-saving update", "as shipped", false, true, speed(.70, .585, .60, .52, .44, .57, .66),
                            facts("Skua 8", 8, 8, 8, "256 GB", "Skua graphics", "Tidewater 9.1"), HANDHELD))),
            new Model("Tamsin & Pell", "Tern 5", "PHONE", 2024, List.of(
                    setup("as shipped", null, speed(.58, .47, .42, .37, .29, .41, .55),
                            facts("Skua 6", 8, 8, 6, "128 GB", "Skua graphics", "Tidewater 8.4"), HANDHELD))),
            new Model("Brackwater", "Slate 11", "TABLET", 2026, List.of(
                    setup("as shipped", null, speed(.96, .91, 1.04, .71, .59, .77, .95),
                            facts("Skua 9", 8, 8, 12, "256 GB", "Skua graphics 2", "Tidewater 9.0"), HANDHELD))),
            new Model("Brackwater", "Slate 9", "TABLET", 2025, List.of(
                    setup("as shipped", null, speed(.72, .63, .66, .49, .38, .52, .69),
                            facts("Skua 7", 8, 8, 8, "128 GB", "Skua graphics", "Tidewater 8.4"), List.of("umbel", "petal", "kernmill", "lumenwalk")))));

    public static void main(String[] args) throws IOException {
        List<String> sheets = new ArrayList<>();
        for (String name : List.of("kernmill-3", "lumenwalk-2", "siltpath-1")) {
            sheets.add(text(Files.readString(Path.of("demo", "suites", name + ".yaml"))));
        }
        String models = MODELS.stream().map(Generate::model).collect(Collectors.joining(",\n"));
        System.out.println("{\"sheets\":[" + String.join(",\n", sheets) + "],\n\"models\":[" + models + "]}");
    }

    static String model(Model m) {
        Instant day = Instant.parse("2026-09-01T08:10:00Z").plusSeconds(86_400L * 5 * MODELS.indexOf(m));
        List<String> setups = new ArrayList<>();
        for (Setup s : m.setups()) {
            setups.add(setup(m, s, s.onDesk() ? Instant.parse("2026-11-20T08:30:00Z") : day));
            day = day.plusSeconds(86_400);
        }
        return "{\"maker\":" + text(m.maker()) + ",\"name\":" + text(m.name()) + ",\"kind\":\"" + m.kind() + "\",\"year\":"
                + m.year() + ",\"units\":[{\"label\":\"A\",\"setups\":[" + String.join(",", setups) + "]}]}";
    }

    static String setup(Model m, Setup s, Instant day) {
        List<String> runs = new ArrayList<>();
        Instant at = day;
        for (String key : s.suites()) {
            for (String run : runs(m, s, SUITES.get(key), at)) {
                runs.add(run);
            }
            at = at.plusSeconds(2_100);
        }
        String suites = s.suites().stream()
                .map(k -> text(k + " " + SUITES.get(k).version()))
                .collect(Collectors.joining(","));
        return "{\"name\":" + text(s.name()) + (s.parent() == null ? "" : ",\"parent\":" + text(s.parent()))
                + ",\"tuned\":" + s.tuned() + ",\"onDesk\":" + s.onDesk() + ",\"suites\":[" + suites + "],\"facts\":["
                + String.join(",", s.facts()) + "],\n\"runs\":[" + String.join(",\n", runs) + "]}";
    }

    /** Three repeats of each; the desk's own two are in the middle of their work, and life is awkward. */
    static List<String> runs(Model m, Setup s, Suite suite, Instant at) {
        String place = m.name() + s.name() + suite.key();
        boolean fen = m.name().equals("Fen 13") && s.onDesk();
        boolean tern = m.name().equals("Tern 6") && s.onDesk();
        int repeats = 3;
        if (fen) {
            repeats = Map.of("petal", 1, "lumenwalk", 0, "siltpath", 0).getOrDefault(suite.key(), 3);
        } else if (tern) {
            repeats = Map.of("kernmill", 1, "siltpath", 0, "lumenwalk", 0).getOrDefault(suite.key(), 3);
        } else if (m.name().equals("Reed") && suite.key().equals("kernmill")) {
            repeats = 1;
        }
        List<String> runs = new ArrayList<>();
        if (fen && suite.key().equals("root")) {
            runs.add(run(m, s, suite, place + "disturbed", at.minusSeconds(180), "SET_ASIDE",
                    "disturbed: another program wrote 210 MB during 8 of 12 iterations; at most half may be", .57));
        }
        if (tern && suite.key().equals("lumenwalk")) {
            runs.add(run(m, s, suite, place + "failed", at, "FAILED", "it stopped in the third scene, twice", 0));
        }
        if (m.name().equals("Q4") && s.name().equals("memory card") && suite.key().equals("petal")) {
            runs.add(run(m, s, suite, place + "hidden", at.minusSeconds(300), "SET_ASIDE", "page was hidden", .8));
        }
        for (int r = 0; r < repeats; r++) {
            runs.add(run(m, s, suite, place + r, at.plusSeconds(240L * r), "DONE", null, 1));
        }
        return runs;
    }

    static String run(Model m, Setup s, Suite suite, String id, Instant at, String state, String reason, double factor) {
        Random noise = random(id);
        List<String> readings = new ArrayList<>();
        List<String> samples = new ArrayList<>();
        for (Metric metric : suite.metrics()) {
            // A unit leans to some tests lastingly, whatever its setup.
            double leaning = Math.exp(.055 * random(m.name() + metric.key()).nextGaussian());
            double speed = s.speed().get(metric.part()) * leaning * Math.exp(suite.noise() * noise.nextGaussian()) * factor;
            double value = metric.lessIsBetter() ? metric.typical() / speed : metric.typical() * speed;
            if (factor > 0) {
                readings.add("{\"metric\":\"" + metric.key() + "\",\"text\":\"" + digits(value, metric) + "\"}");
            }
            if (suite.samples() && factor > 0) {
                samples.add(samples(metric, value, noise, factor < 1));
            }
        }
        boolean typed = suite.program().equals("desk");
        return "{\"id\":\"" + UUID.nameUUIDFromBytes(id.getBytes(StandardCharsets.UTF_8)) + "\",\"suite\":{\"key\":\""
                + suite.key() + "\",\"version\":\"" + suite.version() + "\"},\"state\":\"" + state + "\""
                + (reason == null ? "" : ",\"reason\":" + text(reason)) + ",\"startedAt\":\"" + at + "\",\"endedAt\":\""
                + at.plusSeconds(typed ? 200 : 55) + "\",\"sender\":{\"program\":\"" + suite.program()
                + "\",\"version\":\"0.1.0\"},\"readings\":[" + String.join(",", readings) + "]"
                + (samples.isEmpty() ? "" : ",\"samples\":[" + String.join(",", samples) + "]") + "}";
    }

    static String samples(Metric metric, double value, Random noise, boolean disturbed) {
        List<String> values = new ArrayList<>();
        StringBuilder marks = new StringBuilder();
        for (int i = 0; i < 17; i++) {
            boolean warm = i < 5;
            boolean bad = disturbed && !warm && i % 3 != 0;
            double x = value * (warm ? 1 - .3 * Math.exp(-i) : 1) * Math.exp(.008 * noise.nextGaussian()) * (bad ? .72 : 1);
            values.add(String.format(Locale.ROOT, "%.5g", x).replaceAll("e\\+?", "E"));
            marks.append(warm ? 'w' : bad ? 'd' : 'c');
        }
        return "{\"metric\":\"" + metric.key() + "\",\"values\":[" + String.join(",", values) + "],\"marks\":\"" + marks + "\"}";
    }

    static Random random(String name) {
        return new Random(UUID.nameUUIDFromBytes(("saltmarsh " + name).getBytes(StandardCharsets.UTF_8)).getLeastSignificantBits());
    }

    static String digits(double value, Metric metric) {
        int decimals = metric.decimals() >= 0 ? metric.decimals() : (int) Math.max(0, 3 - Math.floor(Math.log10(value)));
        return String.format(Locale.ROOT, "%." + decimals + "f", value);
    }

    /** A metric of a suite of ours: four significant digits. */
    static Metric m(String key, double typical, Part part) {
        return new Metric(key, typical, part, -1, false);
    }

    static void suite(Suite suite) {
        SUITES.put(suite.key(), suite);
    }

    static Setup setup(String name, String parent, Map<Part, Double> speed, List<String> facts, List<String> suites) {
        return new Setup(name, parent, false, false, speed, facts, suites);
    }

    static Map<Part, Double> speed(double one, double all, double gpu, double read, double write, double small, double web) {
        return Map.of(Part.ONE, one, Part.ALL, all, Part.GPU, gpu, Part.READ, read, Part.WRITE, write, Part.SMALL, small, Part.WEB, web);
    }

    static List<String> facts(String cpu, int cores, int threads, int memory, String drive, String graphics, String system) {
        List<String> facts = new ArrayList<>();
        facts.add(fact("cpu.model", cpu, ""));
        facts.add(fact("cpu.cores", String.valueOf(cores), ""));
        facts.add(fact("cpu.threads", String.valueOf(threads), ""));
        facts.add(fact("memory.size", String.valueOf(memory), "GiB"));
        facts.add(fact("memory.channels", memory > 8 ? "two" : "one", ""));
        facts.add(fact("drive.model", drive, ""));
        facts.add(fact("drive.free", String.valueOf(memory > 8 ? 48 : 61), "GB"));
        facts.add(fact("graphics.model", graphics, ""));
        facts.add(fact("system.name", system, ""));
        facts.add("{\"key\":\"sensor.cpu_temperature\",\"reason\":\"no sensor\"}");
        return facts;
    }

    static String fact(String key, String value, String unit) {
        return "{\"key\":\"" + key + "\",\"value\":" + text(value) + ",\"unit\":\"" + unit + "\"}";
    }

    static String text(String s) {
        return "\"" + s.replace("\\", "\\\\").replace("\"", "\\\"").replace("\n", "\\n") + "\"";
    }
}
