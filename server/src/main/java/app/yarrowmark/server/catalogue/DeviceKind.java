package app.yarrowmark.server.catalogue;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/**
 * A kind of thing on the desk: one of those below, or one of the desk's own in its own words.
 *
 * @param name in capitals for those below; as typed for the desk's own, 1 to {@value #LONGEST} characters
 */
public record DeviceKind(@JsonValue String name) implements Comparable<DeviceKind> {

    private static final int LONGEST = 40;

    public static final DeviceKind LAPTOP = new DeviceKind("LAPTOP");
    public static final DeviceKind DESKTOP = new DeviceKind("DESKTOP");
    public static final DeviceKind MINI = new DeviceKind("MINI");
    public static final DeviceKind BOARD = new DeviceKind("BOARD");
    public static final DeviceKind PHONE = new DeviceKind("PHONE");
    public static final DeviceKind TABLET = new DeviceKind("TABLET");
    public static final DeviceKind PROCESSOR = new DeviceKind("PROCESSOR");
    public static final DeviceKind MEMORY = new DeviceKind("MEMORY");
    public static final DeviceKind DRIVE = new DeviceKind("DRIVE");
    public static final DeviceKind GRAPHICS = new DeviceKind("GRAPHICS");
    public static final DeviceKind DISPLAY = new DeviceKind("DISPLAY");
    public static final DeviceKind OTHER = new DeviceKind("OTHER");

    /** Whole devices, then parts tested alone. */
    private static final List<DeviceKind> SHIPPED =
            List.of(LAPTOP, DESKTOP, MINI, BOARD, PHONE, TABLET, PROCESSOR, MEMORY, DRIVE, GRAPHICS, DISPLAY, OTHER);

    private static final Comparator<DeviceKind> ORDER = Comparator.comparing(
                    (DeviceKind k) -> SHIPPED.contains(k) ? SHIPPED.indexOf(k) : SHIPPED.size())
            .thenComparing(DeviceKind::name);

    /** @throws IllegalArgumentException if it has no name, or too long a one */
    public DeviceKind {
        if (name.isBlank() || name.length() > LONGEST) {
            throw new IllegalArgumentException(
                    "a kind of device has 1 to " + LONGEST + " characters, got \"" + name + "\"");
        }
    }

    /**
     * Returns the kind that a text names, for one or for many in the words of a table.
     *
     * @throws IllegalArgumentException if it has no name, or too long a one
     */
    @JsonCreator
    public static DeviceKind of(String text) {
        String words = text.strip().replaceAll("\\s+", " ");
        String shipped = words.toUpperCase(Locale.ROOT).replaceFirst("S$", "");
        return SHIPPED.stream()
                .filter(k -> k.name.equalsIgnoreCase(words)
                        || k.name.replaceFirst("S$", "").equals(shipped))
                .findFirst()
                .orElseGet(() -> new DeviceKind(words));
    }

    /** Returns whether our native suites can run on it, or on the computer it sits in; phones and tablets have their browser only. */
    public boolean runsNatively() {
        return !equals(PHONE) && !equals(TABLET) && !equals(DISPLAY);
    }

    /** Returns whether every desk has it. */
    public boolean isShipped() {
        return SHIPPED.contains(this);
    }

    /** Returns it as a word for one, in small letters where it is one of ours. */
    public String words() {
        return isShipped() ? name.toLowerCase(Locale.ROOT) : name;
    }

    @Override
    public int compareTo(DeviceKind other) {
        return ORDER.compare(this, other);
    }

    @Override
    public String toString() {
        return name;
    }
}
