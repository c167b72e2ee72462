package app.yarrowmark.core.setup;

/** Where a fact stands on a setup slip, in this order. */
public enum FactGroup {
    PROCESSOR("Processor"),
    MEMORY("Memory"),
    DRIVE("Drive"),
    GRAPHICS("Graphics"),
    DISPLAY("Display"),
    POWER("Power and cooling"),
    SYSTEM("System"),
    BROWSER("Browser"),
    NETWORK("Network"),
    SENSORS("Sensors"),
    OTHER("Other");

    private final String words;

    FactGroup(String words) {
        this.words = words;
    }

    /** Returns what people call it. */
    public String words() {
        return words;
    }
}
