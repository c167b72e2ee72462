package app.yarrowmark.core.suite;

/** What a test loads, or what about a device it tells. */
public enum TestGroup {
    PROCESSOR,
    MEMORY,
    GRAPHICS,
    STORAGE,
    BROWSER,
    /** Watts, watt-hours, minutes on battery. */
    ENERGY,
    /** Temperatures and noise. */
    HEAT,
    /** Radio range and speed. */
    NETWORK,
    /** Pictures and sound played and shown. */
    PLAYBACK,
    /** Size, weight, what works and what does not. */
    BODY;

    /** Returns whether the group tells how fast a device is, and so belongs in an overall standing. */
    public boolean isSpeed() {
        return ordinal() <= BROWSER.ordinal();
    }
}
