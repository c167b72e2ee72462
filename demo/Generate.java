import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
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
 * the analysis finds can be held against what is put in here; {@code java demo/Generate.java truth} prints that of the
 * computers, as core's tests of planning read it. Everything in it is made up. The awkward cases are numbered
 * where they are made.
 */
class Generate {

    /** What drives a metric; a device without it has no such test. */
    enum Part {
        ONE, ALL, MEMORY, GPU, READ, WRITE, SMALL, WEB, IDLE, MOST, HEAT, BODY
    }

    /** How a value is written. */
    enum Form {
        NUMBER, CHECK, LADDER, WORDS
    }

    record Metric(String key, double typical, Part part, int decimals, boolean lessIsBetter, Form form) {}

    record Suite(String key, String version, String program, int repeats, double noise, List<Metric> metrics) {}

    static final Map<String, Suite> SUITES = new LinkedHashMap<>();

    static {
        suite("stem", "2", "runner", 6, .006, m("notes.one", 96, Part.ONE), m("notes.all", 352, Part.ALL),
                m("sightings.one", 16.2, Part.ONE), m("sightings.all", 57, Part.ALL), m("spectra.one", 38, Part.ONE),
                m("spectra.all", 141, Part.ALL), m("picture.one", 41, Part.ONE), m("picture.all", 152, Part.ALL),
                m("tide.one", 12.6, Part.ONE), m("tide.all", 43, Part.ALL), m("text.one", 310, Part.ONE),
                m("text.all", 1120, Part.ALL), m("stones.one", 9.4, Part.ONE), m("stones.all", 34.6, Part.ALL),
                m("seals.one", 190, Part.ONE), m("seals.all", 702, Part.ALL));
        suite("leaf", "2", "runner", 4, .008, m("read.one", 11800, Part.MEMORY), m("read.all", 20400, Part.MEMORY),
                m("fill.one", 9300, Part.MEMORY), m("fill.all", 15200, Part.MEMORY), m("copy.one", 6900, Part.MEMORY),
                m("copy.all", 10100, Part.MEMORY), m("gather.one", 118, Part.MEMORY), m("gather.all", 301, Part.MEMORY),
                less("chase", 96, Part.ONE));
        suite("root", "2", "runner", 6, .018, m("write.long", 980, Part.WRITE), m("read.long", 1840, Part.READ),
                m("read.small", 11800, Part.SMALL), m("read.deep", 96000, Part.SMALL), m("write.small", 21400, Part.SMALL),
                m("write.deep", 74000, Part.SMALL), less("flush", 1.12, Part.SMALL), m("files", 7200, Part.SMALL));
        suite("stemweb", "1", "device page", 3, .012, m("notes.one", 74, Part.WEB), m("notes.all", 262, Part.ALL),
                m("sightings.one", 10.4, Part.WEB), m("sightings.all", 37, Part.ALL), m("spectra.one", 24, Part.WEB),
                m("spectra.all", 88, Part.ALL), m("picture.one", 21, Part.WEB), m("picture.all", 76, Part.ALL),
                m("tide.one", 6.9, Part.WEB), m("tide.all", 24.5, Part.ALL), m("text.one", 92, Part.WEB),
                m("text.all", 331, Part.ALL), m("stones.one", 6.2, Part.WEB), m("stones.all", 22.7, Part.ALL),
                m("seals.one", 165, Part.WEB), m("seals.all", 540, Part.ALL));
        suite("umbel", "3", "device page", 6, .013, m("pages", 96, Part.WEB), m("table", 910, Part.WEB),
                m("chart", 118, Part.WEB), m("canvas", 188, Part.WEB), m("shaping", 141, Part.WEB), m("search", 57.2, Part.WEB),
                m("clone", 38.4, Part.WEB), m("messages", 27.3, Part.WEB), m("wasm", 10.8, Part.WEB), m("script", 6.9, Part.WEB),
                m("store", 12.6, Part.WEB), m("images", 64, Part.WEB), m("streams", 31, Part.WEB));
        suite("petal", "2", "device page", 6, .011, m("shading", 41.8, Part.GPU), m("instances", 78.4, Part.GPU),
                m("streaming", 66, Part.GPU), m("particles", 97, Part.GPU), m("layers", 58, Part.GPU));
        suite("kernmill", "3", "desk", 6, .009, d("weave", 1790, Part.ALL, 0), d("sieve", 398, Part.ONE, 0),
                d("forge", 727, Part.ALL, 0), new Metric("total", 0, null, 0, false, Form.NUMBER));
        suite("lumenwalk", "2", "desk", 6, .014, d("shore", 27.4, Part.GPU, 1), d("dusk", 41.2, Part.GPU, 1),
                d("canopy", 18.9, Part.GPU, 1));
        suite("siltpath", "1", "desk", 6, .022, d("read", 1690, Part.READ, 0), d("write", 905, Part.WRITE, 0),
                new Metric("archive", 94, Part.SMALL, 1, true, Form.NUMBER));
        suite("webspan", "5", "desk", 6, .012, d("lists", 61, Part.WEB, 1), d("maps", 44, Part.WEB, 1),
                d("letters", 83, Part.WEB, 1));
        suite("pocketround", "4", "desk", 6, .010, d("sums", 6210, Part.ONE, 0), d("sort", 4130, Part.ALL, 0),
                d("photo", 8860, Part.ALL, 0), d("scroll", 3940, Part.GPU, 0), d("store", 2780, Part.SMALL, 0),
                new Metric("total", 0, null, 0, false, Form.NUMBER));
        suite("watts", "1", "desk", 3, .02, new Metric("idle", 7.4, Part.IDLE, 1, true, Form.NUMBER),
                new Metric("most", 46, Part.MOST, 1, true, Form.NUMBER));
        suite("warmth", "1", "desk", 2, .01, new Metric("surface", 43, Part.HEAT, 1, true, Form.NUMBER),
                new Metric("package", 84, Part.HEAT, 0, true, Form.NUMBER),
                new Metric("noise", 37, Part.HEAT, 1, true, Form.NUMBER));
        // Drawn from series alone: see nightshift() and pages().
        suite("nightshift", "1", "desk", 3, .01);
        suite("pages", "1", "desk", 3, .01);
        suite("film", "1", "desk", 1, .0, new Metric("held", 3.4, Part.GPU, 0, false, Form.LADDER));
        suite("fitness", "1", "desk", 1, .03, new Metric("sleep", .93, Part.BODY, 0, false, Form.CHECK),
                new Metric("camera", .8, Part.BODY, 0, false, Form.CHECK),
                new Metric("charge", .7, Part.BODY, 0, false, Form.CHECK),
                new Metric("boot", 17, Part.SMALL, 1, true, Form.NUMBER), d("radio", 190, Part.WEB, 0));
        suite("body", "1", "desk", 1, .001, new Metric("weight", 1, Part.BODY, 0, true, Form.NUMBER),
                new Metric("width", 29, Part.BODY, 1, true, Form.NUMBER), new Metric("depth", 20, Part.BODY, 1, true, Form.NUMBER),
                new Metric("height", 1.5, Part.BODY, 1, true, Form.NUMBER));
    }

    static final List<String> RUNGS = List.of("480 lines", "720 lines", "1080 lines", "1440 lines", "2160 lines");
    static final List<String> COMPUTER = List.of("stem", "leaf", "root", "petal", "umbel", "kernmill", "lumenwalk", "siltpath",
            "webspan", "watts", "warmth", "film", "fitness", "body");
    static final List<String> SHORT = List.of("stem", "leaf", "root", "petal", "umbel", "kernmill", "siltpath", "webspan");
    static final List<String> HANDHELD = List.of("stemweb", "petal", "umbel", "kernmill", "lumenwalk", "webspan", "pocketround",
            "watts", "warmth", "film", "fitness", "body");
    static final List<String> FEW = List.of("umbel", "petal", "kernmill", "webspan");

    /** What a maker puts in, with the speed it gives; 1 is the middle of the desk. */
    record Chip(double one, double all, double web, double watts, int cores, int threads) {}

    static final Map<String, Chip> CHIPS = Map.ofEntries(
            Map.entry("Maren M4-420", new Chip(1.05, 1.02, 1.04, .9, 4, 8)),
            Map.entry("Maren M4-400", new Chip(.98, 1.05, .95, .8, 4, 8)),
            Map.entry("Maren M6-480", new Chip(1.22, 1.61, 1.24, 1.4, 8, 16)),
            Map.entry("Maren M6-440", new Chip(1.14, 1.42, 1.13, 1.1, 6, 12)),
            Map.entry("Halden H5", new Chip(.93, .98, .92, .9, 4, 8)),
            Map.entry("Halden H7", new Chip(1.18, 1.33, 1.15, 1.2, 6, 12)),
            Map.entry("Halden H9", new Chip(1.31, 2.05, 1.30, 2.6, 12, 24)),
            Map.entry("Quillon C2", new Chip(.42, .36, .38, .15, 4, 4)),
            Map.entry("Quillon C3", new Chip(.55, .5, .5, .18, 4, 4)),
            Map.entry("Skua 5", new Chip(.44, .36, .42, .09, 8, 8)),
            Map.entry("Skua 6", new Chip(.58, .47, .55, .1, 8, 8)),
            Map.entry("Skua 7", new Chip(.72, .63, .69, .11, 8, 8)),
            Map.entry("Skua 8", new Chip(.79, .66, .74, .12, 8, 8)),
            Map.entry("Skua 9", new Chip(.96, .91, .95, .13, 8, 8)));
    static final Map<String, Double> GRAPHICS = Map.ofEntries(
            Map.entry("Vireo 2", .92), Map.entry("Vireo 3", 1.02), Map.entry("Vireo 5", 1.74), Map.entry("Vireo 7", 2.62),
            Map.entry("Halden graphics", 1.08), Map.entry("Quillon graphics", .24), Map.entry("Skua graphics", .55),
            Map.entry("Skua graphics 2", 1.0), Map.entry("drawn by the processor", .094));
    /** Read, write and small pieces. */
    static final Map<String, double[]> DRIVES = Map.ofEntries(
            Map.entry("Peatline P1, 512 GB", new double[] {1.12, 1.08, 1.02}),
            Map.entry("Peatline P1, 1 TB", new double[] {1.14, 1.2, 1.04}),
            Map.entry("Peatline P2, 1 TB", new double[] {1.38, 1.3, 1.21}),
            Map.entry("Peatline P2, 2 TB", new double[] {1.52, 1.49, 1.34}),
            Map.entry("Loam X4, 512 GB", new double[] {1.05, 1.12, 1.1}),
            Map.entry("Loam X4, 1 TB", new double[] {1.32, 1.25, 1.19}),
            Map.entry("Siltcard 128 GB", new double[] {.046, .031, .12}),
            Map.entry("Pebble M1, 64 GB", new double[] {.21, .14, .48}),
            Map.entry("128 GB", new double[] {.37, .29, .41}),
            Map.entry("256 GB", new double[] {.52, .44, .58}));

    /** A setup that is being put together. */
    static final class Setup {
        String name;
        String parent;
        boolean tuned;
        boolean onDesk;
        String tuning;
        List<String> suites = COMPUTER;
        final Map<String, String> facts = new LinkedHashMap<>();
        final Map<String, String> typed = new LinkedHashMap<>();
        final Map<Part, Double> factor = new EnumMap<>(Part.class);
        final Map<String, Double> test = new LinkedHashMap<>();
        final List<String> meant = new ArrayList<>();
        final Map<String, String> leftOut = new LinkedHashMap<>();
        final List<String> calls = new ArrayList<>();
        final List<String> ticked = new ArrayList<>();
        Double room;
        int repeatsLess;

        Setup(String name) {
            this.name = name;
        }

        /** The same in everything, under another name, as the next setup of its unit. */
        Setup next(String newName) {
            Setup next = new Setup(newName);
            next.parent = name;
            next.suites = suites;
            next.facts.putAll(facts);
            next.typed.putAll(typed);
            next.factor.putAll(factor);
            next.test.putAll(test);
            next.tuned = tuned;
            return next;
        }

        Setup fact(String key, String value) {
            facts.put(key, value);
            return this;
        }

        Setup meant(String key, String value) {
            meant.add(key);
            return fact(key, value);
        }

        Setup times(Part part, double by) {
            factor.merge(part, by, (a, b) -> a * b);
            return this;
        }

        /** One test only, by "suite.metric". */
        Setup test(String key, double by) {
            test.merge(key, by, (a, b) -> a * b);
            return this;
        }

        Setup alsoRuns(String... keys) {
            suites = new ArrayList<>(suites);
            suites.addAll(List.of(keys));
            return this;
        }

        Setup justRuns(String... keys) {
            suites = List.of(keys);
            return this;
        }
    }

    record Unit(String label, String variant, String origin, List<Setup> setups) {}

    record Model(String maker, String name, String kind, int year, String details, double weight, List<Unit> units) {}

    static final List<Model> MODELS = new ArrayList<>();

    public static void main(String[] args) throws IOException {
        laptops();
        desktops();
        minis();
        boards();
        handhelds();
        if (args.length > 0 && args[0].equals("truth")) {
            System.out.println(truth());
            return;
        }
        List<String> sheets = new ArrayList<>();
        for (String name : List.of("kernmill-3", "lumenwalk-2", "siltpath-1", "webspan-5", "pocketround-4", "nightshift-1")) {
            sheets.add(text(Files.readString(Path.of("demo", "suites", name + ".yaml"))));
        }
        String models = MODELS.stream().map(Generate::json).collect(Collectors.joining(",\n"));
        System.out.println("{\"sheets\":[" + String.join(",\n", sheets) + "],\n\"models\":[" + models + "]}");
    }

    /** Logarithm of the true speed of the computers in their first setup, in every test of speed that they all run. */
    static String truth() throws IOException {
        List<String> suites = new ArrayList<>();
        for (String key : SHORT) {
            suites.add("\"" + key + "\":{\"noise\":" + SUITES.get(key).noise() + ",\"tests\":["
                    + SUITES.get(key).metrics().stream().filter(x -> x.part() != null).map(x -> "\"" + x.key() + "\"")
                            .collect(Collectors.joining(",")) + "]}");
        }
        List<String> devices = new ArrayList<>();
        for (Model m : MODELS) {
            Setup first = m.units().get(0).setups().get(0);
            if (!first.suites.containsAll(SHORT)) {
                continue;
            }
            List<String> logs = new ArrayList<>();
            for (String key : SHORT) {
                for (Metric metric : SUITES.get(key).metrics()) {
                    if (metric.part() != null) {
                        double leaning = .055 * random(m.name() + metric.key()).nextGaussian();
                        double own = first.test.getOrDefault(key + "." + metric.key(), 1.0);
                        logs.add(String.format(Locale.ROOT, "%.5f", Math.log(first.factor.get(metric.part()) * own) + leaning));
                    }
                }
            }
            devices.add("\"" + m.name() + "\":[" + String.join(",", logs) + "]");
        }
        return "{\"suites\":{" + String.join(",\n", suites) + "},\n\"devices\":{" + String.join(",\n", devices) + "}}";
    }

    // --- the desk -------------------------------------------------------------------------------------------------

    static void laptops() {
        // 2. A second memory module: the size was meant; two channels and the fuller drive were not.
        Setup fen = computer("Maren M4-420", 8, "one", "Peatline P1, 512 GB", "61", "Vireo 3", "Marram 14.2");
        Setup quiet = fen.next("quiet plan off").meant("power.plan", "full power").times(Part.ONE, 1.03).times(Part.ALL, 1.07)
                .times(Part.IDLE, .9).justRuns("stem", "kernmill", "watts", "warmth");
        Setup second = fen.next("second memory module").meant("memory.size", "16 GiB").fact("memory.channels", "two")
                .fact("drive.free", "48 GB").times(Part.GPU, 1.13).times(Part.ALL, 1.03).times(Part.WRITE, .95).times(Part.MEMORY, 1.62);
        second.onDesk = true;
        second.ticked.addAll(List.of("Plugged in", "Updates finished", "Fresh start"));
        second.room = 21.5;
        second.leftOut.put("webspan 5", "needs a network, and the hide has none");
        model("Ostrel", "Fen 13", "LAPTOP", 2026, 1190, details(List.of(price("640.00", "2026-05-04", "16 GiB, 512 GB"),
                        price("560.00", "2026-05-04", "8 GiB, 512 GB")),
                List.of(claim("root", "read.long", "3 000", "first gigabyte, empty drive"), claim("root", "write.long", "1 400", null),
                        claim("watts", "battery", "52", null), claim("body", "weight", "1 190", null)),
                List.of(line("cpu.model", "Maren M4-420", ""), line("memory.size", "8", "GiB"), line("display.resolution", "1920 × 1200", "")),
                "quiet under light work|keys can be read in the dark", "drive slows when it is three quarters full|one free slot only",
                "no card reader", "hide|night"),
                unit("A", "8 GiB, 512 GB", fen, quiet, second),
                unit("B", "16 GiB, 512 GB", computer("Maren M4-420", 16, "two", "Peatline P1, 512 GB", "310", "Vireo 3", "Marram 14.2")
                        .times(Part.GPU, 1.12)));
        // 11. In one of these totals two digits were swapped; see run().
        model("Ostrel", "Carr 15", "LAPTOP", 2025, 1870, plain("1 240.00", "2025-10-01"),
                unit("A", "", computer("Maren M6-480", 16, "two", "Peatline P2, 1 TB", "720", "Vireo 5", "Marram 14.2").alsoRuns("nightshift")));
        // 7. One browser with and without its content filter.
        Setup heath = computer("Halden H7", 16, "two", "Loam X4, 512 GB", "280", "Halden graphics", "Marram 14.1")
                .fact("browser.name", "Wick 116").fact("browser.filter", "on");
        model("Tamsin & Pell", "Heath 14", "LAPTOP", 2026, 1340, plain("980.00", "2026-02-11"),
                unit("A", "", heath, heath.next("content filter off").meant("browser.filter", "off").justRuns("umbel", "webspan")
                        .test("webspan.lists", 1.09).test("webspan.maps", 1.002).test("webspan.letters", 1.04).test("umbel.pages", 1.05)),
                unit("B", "", computer("Halden H7", 16, "two", "Loam X4, 512 GB", "300", "Halden graphics", "Marram 14.2")));
        model("Brackwater", "Ledge 14", "LAPTOP", 2024, 1420, plain("720.00", "2024-11-20"),
                unit("A", "", computer("Halden H5", 8, "one", "Loam X4, 512 GB", "190", "Halden graphics", "Marram 13.4").times(Part.GPU, .8)
                        .alsoRuns("nightshift")));
        model("Corvane", "Slip 13", "LAPTOP", 2026, 990, plain("1 390.00", "2026-03-30"),
                unit("A", "", computer("Maren M6-440", 16, "two", "Peatline P1, 1 TB", "640", "Vireo 3", "Marram 14.2").alsoRuns("nightshift")),
                unit("B", "", computer("Maren M6-440", 32, "two", "Peatline P1, 1 TB", "610", "Vireo 3", "Marram 14.2")));
        Setup folio = computer("Maren M4-400", 8, "one", "Loam X4, 512 GB", "240", "Vireo 2", "Skerry Linux 4.1");
        model("Quillon", "Folio 12", "LAPTOP", 2025, 1080, plain("530.00", "2025-08-14"),
                unit("A", "", folio, folio.next("Skerry Linux 4.2").meant("system.name", "Skerry Linux 4.2")
                        .fact("cpu.mitigations", "all on").times(Part.ONE, .985).times(Part.SMALL, .94)));
    }

    static void desktops() {
        // 9. A chip set to a lower voltage, with what it was set to and a proof that it holds.
        Setup reed = computer("Halden H9", 32, "two", "Peatline P2, 2 TB", "1480", "Vireo 7", "Marram 14.2");
        Setup low = reed.next("lower voltage").meant("cpu.voltage_offset", "-80 mV").meant("cpu.limit_long", "125 W")
                .times(Part.ALL, 1.04).times(Part.MOST, .82).times(Part.HEAT, .86).justRuns("stem", "kernmill", "watts", "warmth");
        low.tuned = true;
        low.tuning = "{\"how\":\"core voltage 80 mV under the maker's, lasting limit 125 W, memory as shipped\",\"program\":\"Kernmill 3\","
                + "\"minutes\":30,\"peakTemperature\":71}";
        low.test("kernmill.sieve", 1.01);
        Setup high = reed.next("raised limit").meant("cpu.limit_long", "253 W").times(Part.ALL, 1.06).times(Part.MOST, 1.34)
                .times(Part.HEAT, 1.09).justRuns("stem", "kernmill", "watts", "warmth");
        high.tuned = true;
        high.tuning = "{\"how\":\"lasting limit 253 W, all else as shipped\"}";
        model("Quillon", "Reed", "DESKTOP", 2025, 7900, details(List.of(price("1 720.00", "2025-06-18", "")),
                List.of(claim("root", "read.long", "3 400", null), claim("watts", "most", "240", null)),
                List.of(line("cpu.model", "Halden H9", ""), line("memory.size", "32", "GiB")), "fast in everything|easily opened",
                "loud under lasting load", "no radio", "office"), unit("A", "", reed, low, high));
        model("Corvane", "Keep", "DESKTOP", 2024, 6400, plain("890.00", "2024-09-05"),
                unit("A", "", computer("Maren M6-440", 16, "two", "Peatline P1, 1 TB", "700", "Vireo 5", "Marram 13.4")));
        model("Ostrel", "Sluice", "DESKTOP", 2026, 5100, plain("1 050.00", "2026-04-22"),
                unit("A", "", computer("Maren M6-480", 32, "two", "Peatline P2, 1 TB", "810", "Vireo 5", "Marram 14.2")),
                unit("B", "", computer("Maren M6-480", 16, "one", "Peatline P2, 1 TB", "820", "Vireo 5", "Marram 14.2").times(Part.GPU, .9)));
        model("Tamsin & Pell", "Moor", "DESKTOP", 2025, 8300, plain("1 480.00", "2025-11-02"),
                unit("A", "", computer("Halden H9", 32, "two", "Peatline P2, 1 TB", "760", "Vireo 5", "Skerry Linux 4.2")));
    }

    static void minis() {
        // 3. Drawn by the processor until one firmware setting was changed; the sister model lacks the setting.
        Setup nook = computer("Maren M4-400", 16, "two", "Loam X4, 512 GB", "330", "drawn by the processor", "Skerry Linux 4.1")
                .fact("system.firmware", "1.4").fact("system.firmware_settings", "graphics off").fact("graphics.software", "the processor (software)");
        Setup on = nook.next("graphics switched on").meant("system.firmware_settings", "graphics on").fact("graphics.model", "Vireo 2")
                .fact("graphics.software", "the graphics chip").times(Part.GPU, .92 / .094).times(Part.WEB, 1.1);
        model("Corvane", "Nook 2", "MINI", 2025, 610, details(List.of(price("410.00", "2025-07-07", "16 GiB, 512 GB")),
                List.of(claim("root", "read.long", "2 400", null), claim("watts", "idle", "6", null)), List.of(line("graphics.model", "Vireo 2", "")),
                "small|silent when idle", "graphics off as shipped", "no card reader", "hide"), unit("A", "", nook, on));
        Setup plus = computer("Maren M6-440", 32, "two", "Loam X4, 1 TB", "820", "Vireo 3", "Skerry Linux 4.2").fact("system.firmware", "1.3");
        model("Corvane", "Nook 2 Plus", "MINI", 2026, 680, plain("690.00", "2026-01-19"), unit("A", "", plus),
                unit("B", "", computer("Maren M6-440", 16, "one", "Loam X4, 1 TB", "850", "Vireo 3", "Skerry Linux 4.2").times(Part.GPU, .88)));
        model("Brackwater", "Pier", "MINI", 2024, 720, plain("380.00", "2024-12-12"),
                unit("A", "", computer("Halden H5", 8, "one", "Peatline P1, 512 GB", "350", "Halden graphics", "Marram 13.4").times(Part.GPU, .78)));
        model("Ostrel", "Sill", "MINI", 2026, 540, plain("460.00", "2026-06-02"),
                unit("A", "", computer("Maren M4-420", 16, "two", "Peatline P1, 512 GB", "370", "Vireo 3", "Marram 14.2")));
    }

    static void boards() {
        // 5. The large slow card and the small fast module, with dips at middle sizes, against their claims.
        Setup card = computer("Quillon C2", 4, "one", "Siltcard 128 GB", "102", "Quillon graphics", "Skerry Linux 4.1");
        Setup module = card.next("fast module").meant("drive.model", "Pebble M1, 64 GB").fact("drive.size", "64 GB").fact("drive.free", "41 GB")
                .times(Part.READ, .21 / .046).times(Part.WRITE, .14 / .031).times(Part.SMALL, 4);
        model("Quillon", "Q4", "BOARD", 2024, 48, details(List.of(price("65.00", "2024-10-10", "4 GiB")),
                List.of(claim("siltpath", "read", "400", "fast module"), claim("siltpath", "write", "180", "fast module")), List.of(),
                "sips power", "slow with a card", "no case", "logger"), unit("A", "4 GiB", card, module));
        model("Quillon", "Q5", "BOARD", 2026, 51, plain("92.00", "2026-05-28"),
                unit("A", "8 GiB", computer("Quillon C3", 8, "one", "Pebble M1, 64 GB", "40", "Quillon graphics", "Skerry Linux 4.2").times(Part.GPU, 1.3)));
        // 8. A logger whose clock reads impossibly high once, and a suite that crashed on it.
        model("Brackwater", "Hide Logger", "BOARD", 2025, 112, plain("140.00", "2025-03-15"),
                unit("A", "", computer("Quillon C2", 4, "one", "Siltcard 128 GB", "88", "Quillon graphics", "Skerry Linux 4.1").justRuns("stem", "root", "kernmill", "siltpath", "watts", "fitness")));
        model("Tamsin & Pell", "Shingle", "BOARD", 2025, 44, plain("58.00", "2025-09-09"),
                unit("A", "", computer("Quillon C3", 4, "one", "Siltcard 128 GB", "97", "Quillon graphics", "Skerry Linux 4.2").justRuns("stem", "root", "kernmill", "siltpath", "umbel", "watts")));
    }

    static void handhelds() {
        // 1. A battery-saving update: one part of a total explains nearly all of the loss.
        Setup tern = handheld("Skua 8", 8, "256 GB", "Skua graphics", "Tidewater 9.0").times(Part.GPU, 1.1)
                .fact("power.saver", "no");
        Setup update = tern.next("battery-saving update").meant("system.name", "Tidewater 9.1").fact("power.saver", "yes")
                .test("pocketround.photo", .62).test("pocketround.sums", .985).times(Part.WEB, .98).times(Part.IDLE, .8);
        update.onDesk = true;
        update.ticked.addAll(List.of("Battery over half", "Private window"));
        update.calls.add("{\"key\":\"power.saver\",\"meant\":false,\"note\":\"the update switched it on by itself\"}");
        model("Tamsin & Pell", "Tern 6", "PHONE", 2026, 178, details(List.of(price("520.00", "2026-03-03", "256 GB")),
                List.of(claim("watts", "battery", "17.5", null), claim("body", "weight", "175", null)), List.of(),
                "lasts a night|bright display", "slower after its update", "no card slot", "night"), unit("A", "256 GB", tern, update),
                unit("B", "256 GB", handheld("Skua 8", 8, "256 GB", "Skua graphics", "Tidewater 9.0").times(Part.GPU, 1.09)));
        model("Tamsin & Pell", "Tern 5", "PHONE", 2024, 186, plain("310.00", "2024-05-21"), unit("A", "", handheld("Skua 6", 6, "128 GB", "Skua graphics", "Tidewater 8.4").times(Part.GPU, .78)));
        // 6. Suites that not all phones could run, and one with a maker's tuning flagged.
        model("Corvane", "Whin", "PHONE", 2025, 169, plain("440.00", "2025-10-28"), unit("A", "", handheld("Skua 7", 8, "256 GB", "Skua graphics", "Tidewater 9.0")));
        Setup foam = handheld("Skua 5", 4, "128 GB", "Skua graphics", "Tidewater 8.4").times(Part.GPU, .6);
        foam.leftOut.put("lumenwalk 2", "does not install on this system");
        foam.justRuns("petal", "umbel", "kernmill", "webspan", "pocketround", "fitness", "body");
        model("Brackwater", "Foam 3", "PHONE", 2023, 192, plain("190.00", "2023-11-11"), unit("A", "", foam));
        model("Ostrel", "Dunlin", "PHONE", 2026, 171, plain("610.00", "2026-07-01"), unit("A", "", handheld("Skua 9", 12, "256 GB", "Skua graphics 2", "Tidewater 9.1")));
        tablets();
        updates();
        reference();
    }

    /** A year on, most devices got a newer system: mostly nothing, sometimes a little. */
    static void updates() {
        for (Model m : MODELS) {
            Unit u = m.units().get(0);
            Setup last = u.setups().get(u.setups().size() - 1);
            String system = last.facts.get("system.name");
            if (u.setups().size() > 1 || system.endsWith("4.1") || m.name().equals("Foam 3")) {
                continue;
            }
            int point = system.lastIndexOf('.');
            String newer = system.substring(0, point + 1) + (Integer.parseInt(system.substring(point + 1)) + 1);
            Random luck = random("update " + m.name());
            Setup next = last.next(newer).meant("system.name", newer).times(Part.ONE, Math.exp(.008 * luck.nextGaussian()))
                    .times(Part.WEB, Math.exp(.012 * luck.nextGaussian()));
            if (luck.nextInt(3) == 0) {
                next.fact("cpu.mitigations", "all on").times(Part.SMALL, .95);
            }
            next.suites = last.suites.contains("stem") ? SHORT : FEW;
            if (m.kind().equals("BOARD")) {
                next.justRuns("stem", "root", "kernmill", "siltpath");
            }
            u.setups().add(next);
        }
    }

    static void tablets() {
        // 4. Six versions of one browser: trends, a blip, a late step, a test that came later, a font package that moved.
        Setup slate = handheld("Skua 9", 12, "256 GB", "Skua graphics 2", "Tidewater 9.0").fact("browser.name", "Wick 112").fact("system.fonts", "Quire 2.1");
        slate.alsoRuns("pages");
        List<Setup> versions = new ArrayList<>(List.of(slate));
        double[] lists = {1.021, 1.018, 1.024, 1.015, 1.02};
        double[] maps = {1, .93, 1 / .93, 1, 1};
        double[] letters = {1, 1, .965, 1, 1};
        double[] shaping = {1, 1, .955, 1, 1};
        double[] clone = {1, 1, 1, 1, .91};
        for (int i = 0; i < 5; i++) {
            Setup next = versions.get(i).next("Wick " + (113 + i)).meant("browser.name", "Wick " + (113 + i)).justRuns("umbel", "webspan", "pages")
                    .test("umbel.shaping", shaping[i]).test("webspan.lists", lists[i]).test("webspan.maps", maps[i]).test("webspan.letters", letters[i]).test("umbel.clone", clone[i]);
            if (i == 2) {
                next.fact("system.fonts", "Quire 2.2");
            }
            versions.add(next);
        }
        model("Brackwater", "Slate 11", "TABLET", 2026, 498, details(List.of(price("590.00", "2026-02-20", "256 GB")),
                List.of(claim("watts", "battery", "31", null)), List.of(), "good display", "heavy for its size", "", "field"),
                new Unit("A", "256 GB", "", versions));
        model("Brackwater", "Slate 9", "TABLET", 2025, 455, plain("340.00", "2025-04-04"), unit("A", "", handheld("Skua 7", 8, "128 GB", "Skua graphics", "Tidewater 8.4").times(Part.GPU, 1.15)));
        model("Tamsin & Pell", "Marl 10", "TABLET", 2024, 470, plain("280.00", "2024-06-30"), unit("A", "", handheld("Skua 6", 6, "128 GB", "Skua graphics", "Tidewater 8.4")));
    }

    static void reference() {
        // 12. A list from elsewhere: a few numbers, one of them wrong by a factor of ten.
        for (int i : new int[] {0, 1, 4, 12, 16, 20, 22}) {
            Model m = MODELS.get(i);
            Setup listed = new Setup("as listed");
            Setup first = m.units().get(0).setups().get(0);
            listed.factor.putAll(first.factor);
            listed.facts.put("cpu.model", first.facts.get("cpu.model"));
            listed.justRuns("kernmill", "webspan");
            listed.repeatsLess = 5;
            if (i == 4) {
                listed.test("kernmill.sieve", 10);
            }
            m.units().add(new Unit("Fieldpaper list", "", "Fieldpaper, summer list", List.of(listed)));
        }
    }

    // --- putting devices together -----------------------------------------------------------------------------------

    static Setup computer(String cpu, int memory, String channels, String drive, String free, String graphics, String system) {
        Setup s = base(cpu, memory, drive, graphics, system);
        s.facts.put("memory.channels", channels);
        s.times(Part.MEMORY, channels.equals("two") ? 1.3 : .8);
        s.facts.put("drive.free", free + " GB");
        s.facts.put("power.plan", "balanced");
        s.facts.put("power.source", "plugged in");
        s.facts.put("browser.name", "Wick 116");
        s.facts.put("sensor.drive_temperature", "?no sensor");
        return s;
    }

    static Setup handheld(String cpu, int memory, String drive, String graphics, String system) {
        Setup s = base(cpu, memory, drive, graphics, system);
        s.suites = HANDHELD;
        s.facts.put("browser.name", "Wick 116");
        s.facts.put("memory.channels", "?the browser does not tell");
        s.typed.put("cooling.case", "none");
        return s;
    }

    static Setup base(String cpu, int memory, String drive, String graphics, String system) {
        Setup s = new Setup("as shipped");
        Chip chip = CHIPS.get(cpu);
        double[] speeds = DRIVES.get(drive);
        s.facts.put("cpu.model", cpu);
        s.facts.put("cpu.cores", String.valueOf(chip.cores));
        s.facts.put("cpu.threads", String.valueOf(chip.threads));
        s.facts.put("memory.size", memory + " GiB");
        s.facts.put("drive.model", drive);
        s.facts.put("graphics.model", graphics);
        s.facts.put("system.name", system);
        s.times(Part.ONE, chip.one).times(Part.ALL, chip.all).times(Part.WEB, chip.web).times(Part.GPU, GRAPHICS.get(graphics)).times(Part.MEMORY, Math.sqrt(chip.one))
                .times(Part.READ, speeds[0]).times(Part.WRITE, speeds[1]).times(Part.SMALL, speeds[2])
                .times(Part.IDLE, Math.pow(chip.watts, .5)).times(Part.MOST, chip.watts).times(Part.HEAT, Math.pow(chip.watts, .06)).times(Part.BODY, 1);
        return s;
    }

    static Unit unit(String label, String variant, Setup... setups) {
        return new Unit(label, variant, "", new ArrayList<>(Arrays.asList(setups)));
    }

    static void model(String maker, String name, String kind, int year, double weight, String details, Unit... units) {
        MODELS.add(new Model(maker, name, kind, year, details, weight, new ArrayList<>(Arrays.asList(units))));
    }

    static String plain(String amount, String day) {
        return details(List.of(price(amount, day, "")), List.of(), List.of(), "", "", "", "");
    }

    static String details(List<String> prices, List<String> claims, List<String> specification, String pros, String cons, String missing, String tags) {
        return "{\"prices\":[" + String.join(",", prices) + "],\"specification\":[" + String.join(",", specification) + "],\"claims\":["
                + String.join(",", claims) + "],\"pros\":" + words(pros) + ",\"cons\":" + words(cons) + ",\"missing\":" + words(missing)
                + ",\"tags\":" + words(tags) + "}";
    }

    static String words(String joined) {
        return "[" + Arrays.stream(joined.split("\\|")).filter(w -> !w.isEmpty()).map(Generate::text).collect(Collectors.joining(",")) + "]";
    }

    static String price(String amount, String day, String variant) {
        return "{\"amount\":" + text(amount) + ",\"currency\":\"EUR\",\"on\":" + text(day) + ",\"variant\":" + text(variant) + "}";
    }

    static String claim(String suite, String metric, String value, String note) {
        return "{\"suite\":" + text(suite) + ",\"metric\":" + text(metric) + ",\"text\":" + text(value) + (note == null ? "" : ",\"note\":" + text(note)) + "}";
    }

    static String line(String key, String value, String unit) {
        return "{\"key\":" + text(key) + ",\"value\":" + text(value) + ",\"unit\":" + text(unit) + "}";
    }

    // --- writing it down --------------------------------------------------------------------------------------------

    static String json(Model m) {
        Instant day = Instant.parse("2026-06-01T08:10:00Z").plusSeconds(86_400L * 6 * MODELS.indexOf(m));
        List<String> units = new ArrayList<>();
        for (Unit u : m.units()) {
            List<String> setups = new ArrayList<>();
            for (Setup s : u.setups()) {
                setups.add(json(m, u, s, s.onDesk ? Instant.parse("2026-11-20T08:30:00Z") : day));
                day = day.plusSeconds(86_400);
            }
            units.add("{\"label\":" + text(u.label()) + ",\"variant\":" + text(u.variant()) + ",\"origin\":" + text(u.origin())
                    + ",\"setups\":[" + String.join(",", setups) + "]}");
        }
        return "{\"maker\":" + text(m.maker()) + ",\"name\":" + text(m.name()) + ",\"kind\":\"" + m.kind() + "\",\"year\":" + m.year()
                + ",\"details\":" + m.details() + ",\"units\":[" + String.join(",", units) + "]}";
    }

    static String json(Model m, Unit u, Setup s, Instant day) {
        List<String> runs = new ArrayList<>();
        Instant at = day;
        for (String key : s.suites) {
            if (s.leftOut.containsKey(key + " " + SUITES.get(key).version())) {
                continue;
            }
            runs.addAll(runs(m, u, s, SUITES.get(key), at));
            at = at.plusSeconds(2_100);
        }
        String suites = s.suites.stream().map(k -> k + " " + SUITES.get(k).version()).filter(k -> !s.leftOut.containsKey(k))
                .map(Generate::text).collect(Collectors.joining(","));
        String leftOut = s.leftOut.entrySet().stream().map(e -> text(e.getKey()) + ":" + text(e.getValue())).collect(Collectors.joining(","));
        return "{\"name\":" + text(s.name) + (s.parent == null ? "" : ",\"parent\":" + text(s.parent)) + ",\"tuned\":" + s.tuned
                + (s.tuning == null ? "" : ",\"tuning\":" + s.tuning) + ",\"meant\":" + words(String.join("|", s.meant))
                + ",\"calls\":[" + String.join(",", s.calls) + "],\"onDesk\":" + s.onDesk + ",\"ticked\":" + words(String.join("|", s.ticked))
                + (s.room == null ? "" : ",\"roomTemperature\":" + s.room) + ",\"suites\":[" + suites + "],\"leftOut\":{" + leftOut
                + "},\"facts\":" + facts(s.facts) + ",\"typed\":" + facts(s.typed) + ",\n\"runs\":[" + String.join(",\n", runs) + "]}";
    }

    static String facts(Map<String, String> facts) {
        return "[" + facts.entrySet().stream().map(e -> fact(e.getKey(), e.getValue())).collect(Collectors.joining(",")) + "]";
    }

    /** "16 GiB" has a unit; "?no sensor" is unknown with its reason. */
    static String fact(String key, String value) {
        if (value.startsWith("?")) {
            return "{\"key\":" + text(key) + ",\"reason\":" + text(value.substring(1)) + "}";
        }
        java.util.regex.Matcher quantity = java.util.regex.Pattern.compile("(-?[\\d.]+) (GiB|GB|W|mV)").matcher(value);
        return quantity.matches()
                ? "{\"key\":" + text(key) + ",\"value\":" + text(quantity.group(1)) + ",\"unit\":" + text(quantity.group(2)) + "}"
                : "{\"key\":" + text(key) + ",\"value\":" + text(value) + "}";
    }

    /** As many repeats as usual; the desk's own two are in the middle of their work, and life is awkward. */
    static List<String> runs(Model m, Unit u, Setup s, Suite suite, Instant at) {
        String place = m.name() + u.label() + s.name + suite.key();
        boolean fen = m.name().equals("Fen 13") && s.onDesk;
        boolean tern = m.name().equals("Tern 6") && s.onDesk;
        int repeats = Math.max(1, suite.repeats() - s.repeatsLess);
        if (fen) {
            repeats = Map.of("petal", 1, "kernmill", 2, "lumenwalk", 0, "siltpath", 0, "watts", 0, "warmth", 0, "film", 0, "fitness", 0, "body", 0)
                    .getOrDefault(suite.key(), 3);
        } else if (tern) {
            repeats = Map.of("kernmill", 1, "lumenwalk", 0, "watts", 0, "warmth", 0, "film", 0, "fitness", 0, "body", 0).getOrDefault(suite.key(), 3);
        }
        List<String> runs = new ArrayList<>();
        if (fen && suite.key().equals("root")) {
            runs.add(run(m, s, suite, place + "disturbed", at.minusSeconds(180), "SET_ASIDE",
                    "disturbed: another program wrote 210 MB during 8 of 12 iterations; at most half may be", .57, ""));
        }
        if (tern && suite.key().equals("lumenwalk")) {
            runs.add(run(m, s, suite, place + "failed", at, "FAILED", "it stopped in the third scene, twice", 0, ""));
        }
        if (m.name().equals("Nook 2 Plus") && u.label().equals("A") && suite.key().equals("lumenwalk")) {
            runs.add(run(m, s, suite, place + "failed", at.minusSeconds(400), "FAILED",
                    "it does not start: this model lacks the firmware setting for its graphics", 0, ""));
            repeats = 0;
        }
        if (m.name().equals("Nook 2") && s.name.equals("graphics switched on") && suite.key().equals("lumenwalk")) {
            runs.add(run(m, s, suite, place + "held", at.minusSeconds(600), "SET_ASIDE", "held at the display refresh: 60 frames a second in every scene",
                    -60, "HELD_AT_REFRESH"));
        }
        if (m.name().equals("Hide Logger") && suite.key().equals("siltpath")) {
            runs.add(run(m, s, suite, place + "crashed", at.minusSeconds(600), "FAILED", "it crashed while packing the archive", 0, ""));
        }
        if (m.name().equals("Q4") && s.name.equals("as shipped") && suite.key().equals("petal")) {
            runs.add(run(m, s, suite, place + "hidden", at.minusSeconds(300), "SET_ASIDE", "page was hidden", .8, ""));
        }
        // The same setup on other days: what moves from day to day is no step.
        if (m.name().equals("Slate 11") && s.parent == null && List.of("umbel", "webspan").contains(suite.key())) {
            for (int day = 1; day <= 5; day++) {
                double mood = Math.exp(.004 * random("day " + day).nextGaussian());
                for (int r = 0; r < 2; r++) {
                    runs.add(run(m, s, suite, place + "day" + day + r, at.minusSeconds(86_400L * day - 240L * r), "DONE", null, mood, ""));
                }
            }
        }
        boolean tuned = m.name().equals("Whin") && suite.key().equals("kernmill");
        for (int r = 0; r < repeats; r++) {
            runs.add(run(m, s, suite, place + r, at.plusSeconds(240L * r), "DONE", null, tuned ? 1.31 : 1, tuned ? "MAKER_TUNING" : ""));
        }
        return runs;
    }

    static String run(Model m, Setup s, Suite suite, String id, Instant at, String state, String reason, double factor, String flag) {
        Random noise = random(id);
        List<String> readings = new ArrayList<>();
        List<String> samples = new ArrayList<>();
        String series = "";
        double sum = 0;
        for (Metric metric : suite.metrics()) {
            if (factor == 0) {
                break;
            }
            if (metric.part() == null) {
                readings.add(reading(metric.key(), total(sum, id)));
                continue;
            }
            double value = value(m, s, suite, metric, noise, factor);
            String digits = digits(value, metric, m, id);
            sum += metric.form() == Form.NUMBER ? Double.parseDouble(digits) : 0;
            if (!digits.isEmpty()) {
                readings.add(reading(metric.key(), digits));
            }
            boolean shown = s.onDesk && !suite.program().equals("desk");
            if (shown) {
                samples.add(samples(metric, value, noise, factor < 1));
            }
        }
        if (suite.key().equals("root") && factor > 0) {
            series = ",\"series\":[" + sweep("read", m, s, noise) + "," + sweep("write", m, s, noise) + "]";
        }
        if (suite.key().equals("leaf") && factor > 0) {
            series = ",\"series\":[" + latency(s, noise) + "]";
        }
        if (suite.key().equals("siltpath") && factor > 0 && m.kind().equals("BOARD")) {
            series = ",\"series\":[" + sweep("read", m, s, noise) + "," + sweep("write", m, s, noise) + "]";
            readings.removeIf(r -> !r.contains("archive"));
        }
        if (suite.key().equals("nightshift") && factor > 0) {
            series = ",\"series\":[" + nightshift(m, s, noise) + "]";
        }
        if (suite.key().equals("pages") && factor > 0) {
            series = ",\"series\":[" + pages(s, noise) + "]";
        }
        if (suite.key().equals("petal") && factor > 0 && FRAMES.containsKey(m.name()) && state.equals("DONE")) {
            series = ",\"series\":[" + frames(FRAMES.get(m.name()), noise) + "]";
        }
        boolean typed = suite.program().equals("desk");
        String gaps = suite.key().equals("webspan") && factor > 0
                ? ",\"gaps\":[{\"metric\":\"threads\",\"reason\":\"" + threadsGap(s) + "\"}]" : "";
        if (suite.key().equals("webspan") && gaps.endsWith("\"\"}]")) {
            readings.add(reading("threads", digits(31 * s.factor.get(Part.WEB) * Math.exp(.012 * noise.nextGaussian()), d("threads", 31, Part.WEB, 1), m, id)));
            gaps = "";
        }
        return "{\"id\":\"" + UUID.nameUUIDFromBytes(id.getBytes(StandardCharsets.UTF_8)) + "\",\"suite\":{\"key\":\"" + suite.key()
                + "\",\"version\":\"" + suite.version() + "\"},\"state\":\"" + state + "\"" + (reason == null ? "" : ",\"reason\":" + text(reason))
                + ",\"startedAt\":\"" + at + "\",\"endedAt\":\"" + at.plusSeconds(seconds(suite, noise, typed)) + "\",\"sender\":{\"program\":\"" + suite.program()
                + "\",\"version\":\"0.1.0\"},\"readings\":[" + String.join(",", readings) + "]"
                + (samples.isEmpty() ? "" : ",\"samples\":[" + String.join(",", samples) + "]") + series + gaps
                + (flag.isEmpty() ? "" : ",\"flags\":[\"" + flag + "\"]") + "}";
    }

    static long seconds(Suite suite, Random noise, boolean typed) {
        return typed ? 200 : Math.round((suite.key().equals("stem") ? 68 : 47) * Math.exp(.05 * noise.nextGaussian()));
    }

    /** The test of work beside the page came with a later browser. */
    static String threadsGap(Setup s) {
        String browser = s.facts.getOrDefault("browser.name", "Wick 116");
        return Integer.parseInt(browser.replaceAll("\\D", "")) < 114 ? "needs Wick 114 or newer" : "";
    }

    static double value(Model m, Setup s, Suite suite, Metric metric, Random noise, double factor) {
        // A unit leans to some tests lastingly, whatever its setup.
        double leaning = Math.exp(.055 * random(m.name() + metric.key()).nextGaussian());
        double bump = Math.exp(suite.noise() * noise.nextGaussian());
        if (factor < 0) {
            return -factor * Math.exp(.001 * noise.nextGaussian());
        }
        if (suite.key().equals("body")) {
            // Sides follow from the weight, as if all were equally dense.
            return metric.key().equals("weight") ? m.weight() * 1.008 * bump
                    : metric.typical() * Math.cbrt(m.weight()) * Math.exp(.05 * random(m.name() + metric.key()).nextGaussian());
        }
        if (suite.key().equals("warmth")) {
            return metric.typical() * s.factor.get(Part.HEAT) * Math.exp(.04 * random(m.name() + metric.key()).nextGaussian()) * bump;
        }
        double own = s.test.getOrDefault(suite.key() + "." + metric.key(), 1.0);
        double speed = s.factor.get(metric.part()) * leaning * bump * factor * own;
        boolean watts = suite.key().equals("watts");
        return metric.lessIsBetter() && !watts ? metric.typical() / speed : metric.typical() * speed;
    }

    /** 11. One typed total has two digits swapped. */
    static String total(double sum, String id) {
        String text = String.valueOf(Math.round(sum));
        if (id.equals("Carr 15Aas shippedkernmill4")) {
            return text.substring(0, 1) + text.charAt(2) + text.charAt(1) + text.substring(3);
        }
        return text;
    }

    static String digits(double value, Metric metric, Model m, String id) {
        switch (metric.form()) {
            case CHECK:
                return random(m.name() + metric.key()).nextDouble() < metric.typical() ? "passed" : "failed";
            case LADDER:
                return RUNGS.get((int) Math.max(0, Math.min(4, Math.round(1.2 + 1.6 * Math.log(value)))));
            default:
        }
        // 8. The logger's clock was read impossibly high once.
        double odd = id.equals("Hide LoggerAas shippedkernmill1") && metric.key().equals("sieve") ? value * 60 : value;
        int decimals = metric.decimals() >= 0 ? metric.decimals() : (int) Math.max(0, 3 - Math.floor(Math.log10(odd)));
        return String.format(Locale.ROOT, "%." + decimals + "f", odd);
    }

    static String reading(String metric, String digits) {
        return "{\"metric\":\"" + metric + "\",\"text\":\"" + digits + "\"}";
    }

    /** Speed by size of the pieces, 4 KiB to 16 MiB; cards and modules dip at middle sizes. */
    static String sweep(String way, Model m, Setup s, Random noise) {
        double level = way.equals("read") ? 1690 * s.factor.get(Part.READ) : 905 * s.factor.get(Part.WRITE);
        List<String> x = new ArrayList<>();
        List<String> y = new ArrayList<>();
        boolean card = s.facts.get("drive.model").startsWith("Siltcard");
        for (int i = 0; i <= 12; i++) {
            double rising = 1 / (1 + Math.exp(-.75 * (i - (card ? 5 : 4))));
            double dip = i == (card ? 7 : 6) && way.equals("write") ? .72 : 1;
            x.add(String.valueOf(4096L << i));
            y.add(String.format(Locale.ROOT, "%.4g", level * rising * dip * Math.exp(.015 * noise.nextGaussian())));
        }
        return "{\"name\":\"" + way + "\",\"unit\":\"MB/s\",\"axis\":\"size\",\"axisUnit\":\"By\",\"x\":[" + String.join(",", x) + "],\"y\":["
                + String.join(",", y) + "]}";
    }

    /** 13. A laptop that throttles in a long run: second from which on it does, and the share of its speed that is left. */
    static final Map<String, double[]> THROTTLES = Map.of("Ledge 14", new double[] {168, .71}, "Slip 13", new double[] {322, .88});

    /** Ten minutes: work, temperature, clock and power every two seconds. */
    static String nightshift(Model m, Setup s, Random noise) {
        double[] throttle = THROTTLES.getOrDefault(m.name(), new double[] {1e9, 1});
        double hottest = throttle[1] < 1 ? 101 : 84 + 3 * noise.nextGaussian();
        double onset = throttle[0] * Math.exp(.03 * noise.nextGaussian());
        StringBuilder x = new StringBuilder();
        StringBuilder[] y = {new StringBuilder(), new StringBuilder(), new StringBuilder(), new StringBuilder()};
        double speed = 11.8 * s.factor.get(Part.ALL);
        for (int i = 0; i < 300; i++) {
            double t = 2 * i;
            // Down in some ten seconds, then to and fro about the limit.
            double share = t < onset ? 1 : throttle[1] + (1 - throttle[1]) * Math.exp(-(t - onset) / 8);
            share *= t < onset ? 1 : 1 + .012 * Math.sin(t / 7);
            double heat = 44 + (hottest - 44) * (1 - Math.exp(-(t + 4) / (throttle[1] < 1 ? 58 : 95)));
            heat = throttle[1] < 1 ? Math.min(97, heat) - (t > onset ? 2.2 : 0) : heat;
            x.append(i == 0 ? "" : ",").append((int) t);
            double[] values = {speed * share * Math.exp(.008 * noise.nextGaussian()), heat + .5 * noise.nextGaussian(),
                4.1 * share * Math.exp(.004 * noise.nextGaussian()), 31 * s.factor.get(Part.MOST) * Math.pow(share, 1.7) * Math.exp(.01 * noise.nextGaussian())};
            for (int k = 0; k < 4; k++) {
                y[k].append(i == 0 ? "" : ",").append(String.format(Locale.ROOT, k == 1 ? "%.1f" : "%.2f", values[k]));
            }
        }
        String[] names = {"work\",\"unit\":\"{file}/s", "temperature\",\"unit\":\"Cel", "clock\",\"unit\":\"GHz", "power\",\"unit\":\"W"};
        List<String> all = new ArrayList<>();
        for (int k = 0; k < 4; k++) {
            all.add("{\"name\":\"" + names[k] + "\",\"axis\":\"time\",\"axisUnit\":\"s\",\"x\":[" + x + "],\"y\":[" + y[k] + "]}");
        }
        return String.join(",", all);
    }

    /** Memory with one page, two pages, up to twelve; from one version on each page costs less. */
    static String pages(Setup s, Random noise) {
        int version = Integer.parseInt(s.facts.getOrDefault("browser.name", "Wick 116").replaceAll("\\D", ""));
        double each = version < 116 ? 83 : 74;
        List<String> x = new ArrayList<>();
        List<String> y = new ArrayList<>();
        for (int page = 1; page <= 12; page++) {
            x.add(String.valueOf(page));
            y.add(String.format(Locale.ROOT, "%.0f", 412 + each * page * Math.exp(.006 * noise.nextGaussian()) + 6 * noise.nextGaussian()));
        }
        return "{\"name\":\"memory\",\"unit\":\"MiBy\",\"axis\":\"pages\",\"axisUnit\":\"{page}\",\"x\":[" + String.join(",", x) + "],\"y\":["
                + String.join(",", y) + "]}";
    }

    /** Models whose frames on screen were kept: frames a second that they could show, were it not for the display. */
    static final Map<String, Double> FRAMES = Map.of("Tern 6", 140.0, "Carr 15", 88.0, "Ledge 14", 46.0);

    /** Six seconds on a display of 60 frames a second: a frame waits for the next refresh; some come late. */
    static String frames(double able, Random noise) {
        List<String> x = new ArrayList<>();
        List<String> y = new ArrayList<>();
        double total = 0;
        while (total < 6_000) {
            double needed = 1000 / able * Math.exp(.22 * noise.nextGaussian()) * (noise.nextInt(90) == 0 ? 3.1 : 1);
            double shown = able < 50 ? needed : Math.ceil(needed / 16.667) * 16.667 + .12 * noise.nextGaussian();
            total += shown;
            x.add(String.valueOf(x.size() + 1));
            y.add(String.format(Locale.ROOT, "%.2f", shown));
        }
        return "{\"name\":\"frames\",\"unit\":\"ms\",\"axis\":\"frame\",\"axisUnit\":\"{frame}\",\"x\":[" + String.join(",", x) + "],\"y\":["
                + String.join(",", y) + "]}";
    }

    /** Time of an access by working set, 16 KiB to 512 MiB: a step where each cache ends. */
    static String latency(Setup s, Random noise) {
        List<String> x = new ArrayList<>();
        List<String> y = new ArrayList<>();
        for (int i = 0; i <= 15; i++) {
            double ns = (1.3 + 3.4 / (1 + Math.exp(-2.2 * (i - 2.5))) + 11 / (1 + Math.exp(-2 * (i - 6.5)))
                    + 82 / (1 + Math.exp(-1.6 * (i - 10.5)))) / s.factor.get(Part.ONE);
            x.add(String.valueOf(16L << i));
            y.add(String.format(Locale.ROOT, "%.4g", ns * Math.exp(.008 * noise.nextGaussian())));
        }
        return "{\"name\":\"latency\",\"unit\":\"ns\",\"axis\":\"working set\",\"axisUnit\":\"KiBy\",\"x\":[" + String.join(",", x)
                + "],\"y\":[" + String.join(",", y) + "]}";
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

    /** A metric of a suite of ours: four significant digits. */
    static Metric m(String key, double typical, Part part) {
        return new Metric(key, typical, part, -1, false, Form.NUMBER);
    }

    /** A metric of a suite of ours of which less is better. */
    static Metric less(String key, double typical, Part part) {
        return new Metric(key, typical, part, -1, true, Form.NUMBER);
    }

    static Metric d(String key, double typical, Part part, int decimals) {
        return new Metric(key, typical, part, decimals, false, Form.NUMBER);
    }

    static void suite(String key, String version, String program, int repeats, double noise, Metric... metrics) {
        SUITES.put(key, new Suite(key, version, program, repeats, noise, List.of(metrics)));
    }

    static String text(String plain) {
        return "\"" + plain.replace("\\", "\\\\").replace("\"", "\\\"").replace("\n", "\\n") + "\"";
    }
}
