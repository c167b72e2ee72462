package app.yarrowmark.server.catalogue;

/** The six kinds of device. */
public enum DeviceKind {
    LAPTOP,
    DESKTOP,
    MINI,
    BOARD,
    PHONE,
    TABLET;

    /** Returns whether our native suites can run on it; phones and tablets have their browser only. */
    public boolean runsNatively() {
        return this != PHONE && this != TABLET;
    }
}
