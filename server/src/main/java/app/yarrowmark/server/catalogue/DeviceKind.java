package app.yarrowmark.server.catalogue;

/** Kinds of things on the desk: whole devices, and parts tested alone. */
public enum DeviceKind {
    LAPTOP,
    DESKTOP,
    MINI,
    BOARD,
    PHONE,
    TABLET,
    PROCESSOR,
    MEMORY,
    DRIVE,
    GRAPHICS,
    DISPLAY,
    OTHER;

    /** Returns whether our native suites can run on it, or on the computer it sits in; phones and tablets have their browser only. */
    public boolean runsNatively() {
        return this != PHONE && this != TABLET && this != DISPLAY;
    }
}
