package app.yarrowmark.server.catalogue;

/** The six kinds of device. */
public enum DeviceKind {
    LAPTOP,
    DESKTOP,
    MINI,
    BOARD,
    PHONE,
    TABLET
}
