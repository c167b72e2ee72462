package app.yarrowmark.server.suites;

import app.yarrowmark.server.problems.RuleViolations;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What labels in a suite's reports stand for, as people said; known for every version of the suite. */
@Service
@Transactional
public class SuiteLabels {

    private static final int LONGEST = 200;
    private static final int MOST = 400;

    private final JdbcTemplate jdbc;
    private final SuiteService suites;

    SuiteLabels(JdbcTemplate jdbc, SuiteService suites) {
        this.jdbc = jdbc;
        this.suites = suites;
    }

    /** Returns keys of metrics by label, for the suite of that number and its other versions. */
    @Transactional(readOnly = true)
    public Map<String, String> of(long suiteId) {
        Map<String, String> labels = new HashMap<>();
        jdbc.query(
                "select label, metric from suite_label where suite_key = ?",
                row -> {
                    labels.put(row.getString(1), row.getString(2));
                },
                suites.get(suiteId).sheet().id().key());
        return labels;
    }

    /**
     * Keeps what labels stand for, over what was known of them.
     *
     * @throws RuleViolations if a metric is none of the suite's, or a label is empty or too long
     */
    public void keep(long suiteId, Map<String, String> labels) {
        Suite suite = suites.get(suiteId);
        if (labels.size() > MOST) {
            throw new RuleViolations("labels", "are at most " + MOST);
        }
        labels.forEach((label, metric) -> {
            if (label.isBlank() || label.length() > LONGEST) {
                throw new RuleViolations("labels", "a label has 1 to " + LONGEST + " characters");
            }
            if (suite.sheet().metric(metric).isEmpty()) {
                throw new RuleViolations(
                        "labels",
                        "there is no metric " + metric + " in " + suite.sheet().name());
            }
        });
        jdbc.batchUpdate(
                "replace into suite_label (suite_key, label, metric) values (?, ?, ?)",
                labels.entrySet().stream()
                        .map(e -> new Object[] {suite.sheet().id().key(), e.getKey(), e.getValue()})
                        .collect(Collectors.toList()));
    }
}
