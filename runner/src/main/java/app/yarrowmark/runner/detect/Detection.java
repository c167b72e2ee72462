package app.yarrowmark.runner.detect;

import app.yarrowmark.core.exchange.RunFile.FactLine;
import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import oshi.SystemInfo;
import oshi.hardware.CentralProcessor;
import oshi.hardware.GlobalMemory;
import oshi.hardware.GraphicsCard;
import oshi.hardware.HWDiskStore;
import oshi.hardware.HardwareAbstractionLayer;
import oshi.hardware.PhysicalMemory;
import oshi.software.os.OperatingSystem;

/** Reads the setup of this computer; what cannot be read is a fact with the reason. */
public final class Detection {

    private static final long MEBI = 1 << 20;
    private static final double GIBI = 1024.0 * 1024 * 1024;
    private static final String NEEDS_RIGHTS = "needs more rights than this program has";

    private final SystemInfo info;
    private final HardwareAbstractionLayer hardware;
    private final OperatingSystem system;
    private final Path folder;
    private final List<FactLine> facts = new ArrayList<>();

    private Detection(SystemInfo info, Path folder) {
        this.info = info;
        this.hardware = info.getHardware();
        this.system = info.getOperatingSystem();
        this.folder = folder;
    }

    /**
     * Returns every fact of the dictionary that a computer can be asked for.
     *
     * @param folder on the drive to be measured
     */
    public static List<FactLine> read(SystemInfo info, Path folder) {
        Detection detection = new Detection(info, folder);
        detection.processor();
        detection.memory();
        detection.drive();
        detection.graphics();
        detection.system();
        detection.sensors();
        detection.facts.addAll(SystemSettings.here());
        return detection.facts;
    }

    private void processor() {
        CentralProcessor cpu = hardware.getProcessor();
        text("cpu.model", () -> cpu.getProcessorIdentifier().getName(), "the system does not tell");
        number("cpu.cores", cpu.getPhysicalProcessorCount(), "", "the system does not tell");
        number("cpu.threads", cpu.getLogicalProcessorCount(), "", "the system does not tell");
        long hertz = cpu.getMaxFreq();
        if (hertz > 0) {
            add("cpu.clock_max", String.format(Locale.ROOT, "%.2f", hertz / 1e9), "GHz");
        } else {
            unknown("cpu.clock_max", "the system does not tell");
        }
        long cache = cacheBytes(info);
        if (cache > 0) {
            add("cpu.cache", String.format(Locale.ROOT, "%.1f", (double) cache / MEBI), "MiB");
        } else {
            unknown("cpu.cache", "the system does not tell");
        }
        text(
                "power.source",
                () -> hardware.getPowerSources().stream()
                        .filter(p -> p.getMaxCapacity() > 1)
                        .map(p -> p.isPowerOnLine() ? "mains" : "battery")
                        .findFirst()
                        .orElse("mains, no battery"),
                "the system does not tell");
    }

    /** Returns the size of the processor's largest cache, 0 if it is not told. Some systems tell it in KiB. */
    public static long cacheBytes(SystemInfo info) {
        long largest = info.getHardware().getProcessor().getProcessorCaches().stream()
                .mapToLong(CentralProcessor.ProcessorCache::getCacheSize)
                .max()
                .orElse(0);
        return largest < MEBI ? largest * 1024 : largest;
    }

    private void memory() {
        GlobalMemory memory = hardware.getMemory();
        // A little of the memory is always kept by the firmware: the size on the label is the next half above.
        double size = Math.ceil(memory.getTotal() / GIBI * 2) / 2;
        add("memory.size", size == Math.rint(size) ? String.valueOf((long) size) : String.valueOf(size), "GiB");
        List<PhysicalMemory> modules = memory.getPhysicalMemory().stream()
                .filter(m -> m.getCapacity() > 0 && !isBlank(m.getMemoryType()))
                .toList();
        if (modules.isEmpty()) {
            unknown("memory.type", NEEDS_RIGHTS);
        } else {
            PhysicalMemory first = modules.get(0);
            add("memory.type", first.getMemoryType() + ", " + modules.size() + " modules", "");
        }
        unknown("memory.channels", "no standard way to read it");
    }

    private void drive() {
        try {
            FileStore store = Files.getFileStore(folder);
            add("drive.free", String.valueOf(Math.round(store.getUsableSpace() / 1e9)), "GB");
            add("drive.filesystem", store.type(), "");
            Optional<HWDiskStore> disk = diskOf(store);
            text(
                    "drive.model",
                    () -> disk.map(HWDiskStore::getModel)
                            .filter(m -> !m.equalsIgnoreCase("unknown"))
                            .orElse(""),
                    "the drive tells no name");
            if (disk.isPresent()) {
                add("drive.size", String.valueOf(Math.round(disk.get().getSize() / 1e9)), "GB");
            } else {
                unknown("drive.size", "the folder's drive could not be found");
            }
        } catch (IOException e) {
            unknown("drive.model", "the folder cannot be read: " + e.getMessage());
        }
    }

    /** The drive that holds the folder's partition; the largest where the system does not connect them. */
    private Optional<HWDiskStore> diskOf(FileStore store) {
        List<HWDiskStore> disks =
                hardware.getDiskStores().stream().filter(d -> d.getSize() > 0).toList();
        return disks.stream()
                .filter(d -> store.name().startsWith(d.getName())
                        || d.getPartitions().stream()
                                .anyMatch(p -> p.getIdentification().equals(store.name())))
                .findFirst()
                .or(() -> disks.stream().max(Comparator.comparingLong(HWDiskStore::getSize)));
    }

    private void graphics() {
        List<GraphicsCard> cards = hardware.getGraphicsCards();
        text(
                "graphics.model",
                () -> cards.stream().map(GraphicsCard::getName).distinct().collect(Collectors.joining(" and ")),
                "no graphics chip was found");
        text(
                "graphics.driver",
                () -> cards.stream()
                        .map(GraphicsCard::getVersionInfo)
                        .filter(v -> !v.equalsIgnoreCase("unknown"))
                        .findFirst()
                        .orElse(""),
                "the system does not tell");
    }

    private void system() {
        text(
                "system.name",
                () -> system.getFamily() + " " + system.getVersionInfo().getVersion(),
                "the system does not tell");
        text("system.kernel", () -> System.getProperty("os.name") + " " + System.getProperty("os.version"), "unknown");
        var computer = hardware.getComputerSystem();
        text(
                "system.firmware",
                () -> known(
                        computer.getFirmware().getManufacturer(),
                        computer.getFirmware().getVersion()),
                NEEDS_RIGHTS);
        text(
                "system.board",
                () -> known(
                        computer.getBaseboard().getManufacturer(),
                        computer.getBaseboard().getModel()),
                NEEDS_RIGHTS);
        add("java.version", System.getProperty("java.vendor") + " " + System.getProperty("java.version"), "");
    }

    private void sensors() {
        double temperature = hardware.getSensors().getCpuTemperature();
        if (temperature > 0) {
            add("sensor.cpu_temperature", String.format(Locale.ROOT, "%.0f", temperature), "Cel");
        } else {
            unknown("sensor.cpu_temperature", "no sensor that this program may read");
        }
    }

    private interface Reading {
        String get() throws IOException;
    }

    private void text(String key, Reading reading, String reason) {
        try {
            String value = reading.get();
            if (isBlank(value)) {
                unknown(key, reason);
            } else {
                add(key, value.strip().replaceAll("\\s+", " "), "");
            }
        } catch (IOException | RuntimeException e) {
            unknown(key, reason + " (" + e.getClass().getSimpleName() + ")");
        }
    }

    private void number(String key, int value, String unit, String reason) {
        if (value > 0) {
            add(key, String.valueOf(value), unit);
        } else {
            unknown(key, reason);
        }
    }

    private void add(String key, String value, String unit) {
        facts.add(new FactLine(key, value.length() > 200 ? value.substring(0, 200) : value, unit, null));
    }

    private void unknown(String key, String reason) {
        facts.add(new FactLine(key, null, null, reason));
    }

    private static boolean isBlank(String text) {
        return text == null || text.isBlank() || text.equalsIgnoreCase("unknown");
    }

    /** Joins the words that are known. */
    private static String known(String... words) {
        return java.util.stream.Stream.of(words).filter(w -> !isBlank(w)).collect(Collectors.joining(" "));
    }
}
