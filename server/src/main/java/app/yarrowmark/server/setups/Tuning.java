package app.yarrowmark.server.setups;

import org.jspecify.annotations.Nullable;

/**
 * How a tuned setup was reached, and what shows that it holds.
 *
 * @param how clocks, voltages, limits and steps in words; the numbers themselves are facts of the setup
 * @param program that was run to prove it stable
 * @param minutes it ran
 * @param peakTemperature of the processor meanwhile, °C
 */
public record Tuning(
        String how,
        @Nullable String program,
        @Nullable Double minutes,
        @Nullable Double peakTemperature) {

    /** Returns whether it was proven stable. */
    boolean isProven() {
        return program != null && minutes != null;
    }
}
