package app.yarrowmark.server.setups;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What people call the facts our own programs read, and the order a slip shows them in. */
final class FactWords {

    private record Words(String group, String name) {}

    private static final Map<String, Words> KNOWN = new LinkedHashMap<>();

    static {
        add("Processor", "cpu.model", "Processor");
        add("Processor", "cpu.cores", "Cores");
        add("Processor", "cpu.threads", "Threads");
        add("Processor", "cpu.clock_max", "Highest clock");
        add("Processor", "power.plan", "Power plan");
        add("Processor", "power.source", "Power source");
        add("Memory", "memory.size", "Memory");
        add("Memory", "memory.type", "Memory type");
        add("Memory", "memory.channels", "Channels");
        add("Drive", "drive.model", "Drive");
        add("Drive", "drive.size", "Drive size");
        add("Drive", "drive.free", "Free space");
        add("Drive", "drive.filesystem", "File system");
        add("Graphics", "graphics.model", "Graphics");
        add("Graphics", "graphics.driver", "Graphics driver");
        add("Graphics", "graphics.software", "Drawn by");
        add("Display", "display.resolution", "Display");
        add("Display", "display.refresh", "Refresh");
        add("System", "system.name", "System");
        add("System", "system.kernel", "Kernel");
        add("System", "system.firmware", "Firmware");
        add("System", "system.board", "Board");
        add("System", "java.version", "Java");
        add("Browser", "browser.name", "Browser");
        add("Browser", "browser.isolated", "Isolated page");
        add("Sensors", "sensor.cpu_temperature", "Temperature");
    }

    private static final List<String> ORDER = List.copyOf(KNOWN.keySet());

    private FactWords() {}

    static String name(String key) {
        Words words = KNOWN.get(key);
        return words == null ? key : words.name;
    }

    static String group(String key) {
        Words words = KNOWN.get(key);
        return words == null ? "Other" : words.group;
    }

    /** Returns where the fact stands on a slip; unknown keys after all known ones. */
    static int order(String key) {
        int at = ORDER.indexOf(key);
        return at < 0 ? ORDER.size() : at;
    }

    private static void add(String group, String key, String name) {
        KNOWN.put(key, new Words(group, name));
    }
}
