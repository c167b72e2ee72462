package app.yarrowmark.server.scorebook;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import org.springframework.boot.actuate.health.Health;
import org.springframework.boot.actuate.health.HealthIndicator;
import org.springframework.stereotype.Component;

/** Whether scores can be had, as of now: a book that cannot be brought up to the records is not well. */
@Component("scoresHealthIndicator")
class ScoreBookHealth implements HealthIndicator {

    private final ScoreBook book;

    ScoreBookHealth(ScoreBook book, MeterRegistry meters) {
        this.book = book;
        Gauge.builder(
                        "yarrowmark.scores.tests",
                        this,
                        h -> h.book.last().columns().size())
                .description("tests of which the score book holds readings")
                .register(meters);
        Gauge.builder("yarrowmark.scores.revision", this, h -> h.book.last().revision())
                .description("revision of the records that the scores are true to")
                .register(meters);
    }

    @Override
    public Health health() {
        try {
            return Health.up().withDetail("revision", book.current().revision()).build();
        } catch (RuntimeException e) {
            return Health.down().withDetail("revision", book.last().revision()).build();
        }
    }
}
