package app.yarrowmark.server.sittings;

import app.yarrowmark.core.exchange.DeviceProtocol.Sensor;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a device is doing now.
 *
 * @param suite key of the suite that runs
 * @param partName what it is busy with, in words
 * @param done share of this run that is over, 0 to 1
 * @param repeat which run it is, from 1
 * @param secondsLeft for everything the device still has to do
 * @param reading last value measured, if there is one
 * @param trace values of this part so far, newest last
 * @param sensors of the device over the last half minute
 * @param at when it was told
 */
public record Progress(
        long sitting,
        String suite,
        String partName,
        double done,
        int repeat,
        int repeats,
        long secondsLeft,
        @Nullable Double reading,
        @Nullable String unit,
        List<Double> trace,
        List<Sensor> sensors,
        Instant at) {}
