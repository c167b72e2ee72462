package app.yarrowmark.core.exchange;

import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.TestGroup;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a device and the desk say to each other, as JSON; a device shows its token in every call but the first. */
public final class DeviceProtocol {

    /** POST {@link PairingRequest}, answers {@link Pairing}. */
    public static final String PAIRINGS = "/api/v1/device/pairings";
    /** GET {@link DeviceSitting}. */
    public static final String SITTING = "/api/v1/device/sitting";
    /** PUT a list of {@link RunFile.FactLine}, answers a list of {@link Otherwise}. */
    public static final String FACTS = "/api/v1/device/facts";
    /** POST every two seconds while waiting, answers {@link Start}. */
    public static final String WAITING = "/api/v1/device/waiting";
    /** PUT {@link ProgressReport} while a suite runs, DELETE when all is done. */
    public static final String PROGRESS = "/api/v1/device/progress";
    /** PUT a {@link RunFile} under the run's own number. */
    public static final String RUNS = "/api/v1/runs/";

    private DeviceProtocol() {}

    /**
     * A code in exchange for a token.
     *
     * @param program what the device calls its program
     * @param clock what the device's clock says now, so that its times can be told by the desk's
     */
    public record PairingRequest(
            String code, String program, @Nullable Instant clock) {}

    /** What a device is told when it joins: its token, and what to run. */
    public record Pairing(String token, Instant expiresAt, DeviceSitting sitting) {}

    /**
     * What a device has to run.
     *
     * @param model maker and model
     * @param suites in order
     */
    public record DeviceSitting(long id, String model, String setup, List<PlannedSuite> suites) {}

    /**
     * A suite as it is planned.
     *
     * @param repeats runs wanted
     * @param minutes one run is expected to take on this device
     * @param restSeconds to rest between two runs
     */
    public record PlannedSuite(
            String key,
            String version,
            String name,
            TestGroup group,
            Home home,
            int repeats,
            double minutes,
            int restSeconds,
            List<PlannedMetric> metrics) {}

    /**
     * A number that a suite gives.
     *
     * @param unit UCUM
     * @param measured whether the device measures it itself; others follow from those
     */
    public record PlannedMetric(String key, String name, String unit, boolean measured) {}

    /** A fact that a device reads otherwise than its setup has it. */
    public record Otherwise(String name, String before, String after) {}

    /** Whether the device is to start now. */
    public record Start(boolean start) {}

    /**
     * How far a device is.
     *
     * @param suite key of the suite that runs
     * @param partName what it is busy with, in words
     * @param done share of this run that is over, from 0 to 1
     * @param repeat which run it is, from 1
     * @param secondsLeft for everything the device still has to do
     * @param reading the last value measured, if there is one
     * @param unit of the reading, UCUM
     * @param trace values of the part that runs, oldest first
     * @param sensors of the device over the last half minute
     */
    public record ProgressReport(
            String suite,
            String partName,
            double done,
            int repeat,
            int repeats,
            long secondsLeft,
            @Nullable Double reading,
            @Nullable String unit,
            List<Double> trace,
            List<Sensor> sensors) {

        /** What is left out is empty. */
        @SuppressWarnings("NullAway")
        public ProgressReport {
            trace = trace == null ? List.of() : trace;
            sensors = sensors == null ? List.of() : sensors;
        }
    }

    /**
     * What one sensor showed.
     *
     * @param name such as {@code temperature}
     * @param unit of the values, UCUM
     * @param values oldest first, two a second
     */
    public record Sensor(String name, String unit, List<Double> values) {}
}
