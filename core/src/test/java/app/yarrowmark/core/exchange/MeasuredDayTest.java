package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MeasuredDayTest {

    @ParameterizedTest
    @CsvSource({
        "2026-03-04T23:30:00Z, Europe/Berlin, 2026-03-04, half past midnight",
        "2026-03-05T02:30:00Z, Europe/Berlin, 2026-03-04, still the night before",
        "2026-03-05T03:30:00Z, Europe/Berlin, 2026-03-05, half past four",
        "2026-03-05T03:30:00Z,, 2026-03-04, without a zone it is UTC"
    })
    void aNightBelongsToTheEveningBefore(String start, String zone, String day, String why) {
        assertThat(MeasuredDay.of(Instant.parse(start), MeasuredDay.zone(zone)))
                .as(why)
                .isEqualTo(LocalDate.parse(day));
    }
}
