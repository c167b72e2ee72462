package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.suite.Metric;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** What a score without ratios says of one setup: its words, or the text that was typed last where it is text. */
@Service
public class TypedWords {

    private static final String LAST = "select d.text from reading d join run r on r.id = d.run_id where "
            + Counting.RUN + " and r.setup_id = ? and d.metric_id = ? order by r.started_at desc, r.id limit 1";

    private final JdbcTemplate jdbc;

    TypedWords(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * Returns the words.
     *
     * @param decimals digits after the point as read
     */
    public String of(Metric metric, long metricId, long setupId, PlainScore score, int decimals) {
        if (metric.scale().isOrdered()) {
            return PlainWords.of(metric, score.value(), score.count(), decimals);
        }
        List<String> last = jdbc.queryForList(LAST, String.class, setupId, metricId);
        return last.isEmpty() ? "noted" : last.get(0);
    }
}
