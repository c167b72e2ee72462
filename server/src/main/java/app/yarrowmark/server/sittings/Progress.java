package app.yarrowmark.server.sittings;

import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;

/**
 * What a device is doing now.
 *
 * @param report as the device told it
 * @param at when it was told
 */
public record Progress(long sitting, @JsonUnwrapped ProgressReport report, Instant at) {}
