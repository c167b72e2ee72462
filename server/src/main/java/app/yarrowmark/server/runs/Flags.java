package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Flags of a run as the records write them: names joined by commas, nothing for none. */
public final class Flags {

    private Flags() {}

    static String text(Collection<RunFile.Flag> flags) {
        return new TreeSet<>(flags).stream().map(Enum::name).collect(Collectors.joining(","));
    }

    /** Returns the flags that a text names. */
    public static List<RunFile.Flag> of(String text) {
        return text.isEmpty()
                ? List.of()
                : Arrays.stream(text.split(",")).map(RunFile.Flag::valueOf).toList();
    }

    /** Returns what people call a flag. */
    public static String words(RunFile.Flag flag) {
        return switch (flag) {
            case MAKER_TUNING -> "maker tuning suspected";
            case HELD_AT_REFRESH -> "held at the display refresh";
            case THROTTLED -> "throttled";
            case RECORDING -> "screen was recorded";
        };
    }
}
