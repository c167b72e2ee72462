package app.yarrowmark.server.setups;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How a tuned setup was reached.
 *
 * @param how clocks, voltages, limits in words
 * @param proofs what shows that it holds; empty if nothing does
 */
public record Tuning(String how, List<Proof> proofs) {

    /**
     * What a tuned setup was held through.
     *
     * @param program that ran, or what was done
     * @param minutes it ran for; absent if that is not known
     * @param peakTemperature in degrees Celsius; absent if that is not known
     */
    public record Proof(
            String program,
            @Nullable Double minutes,
            @Nullable Double peakTemperature) {}

    /** Reads it; earlier builds kept one proof beside the words. */
    @JsonCreator
    static Tuning of(
            @JsonProperty("how") String how,
            @JsonProperty("proofs") @Nullable List<Proof> proofs,
            @JsonProperty("program") @Nullable String program,
            @JsonProperty("minutes") @Nullable Double minutes,
            @JsonProperty("peakTemperature") @Nullable Double peakTemperature) {
        if (proofs != null) {
            return new Tuning(how, List.copyOf(proofs));
        }
        return new Tuning(how, program == null ? List.of() : List.of(new Proof(program, minutes, peakTemperature)));
    }
}
