package app.yarrowmark.server.export;

import app.yarrowmark.server.setups.SetupLabel;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;

/** What each row of a table says of its setup. */
final class SetupColumns {

    private static final List<String> NAMES =
            List.of("maker", "model", "kind", "unit_label", "setup", "tuned", "setup_id");

    private final Map<Long, SetupLabel> labels;
    private final List<String> facts;
    private final Map<String, Map<Long, String>> values = new HashMap<>();

    private SetupColumns(Map<Long, SetupLabel> labels, List<String> facts) {
        this.labels = labels;
        this.facts = facts;
    }

    static SetupColumns of(Map<Long, SetupLabel> labels, List<String> facts, JdbcTemplate jdbc) {
        SetupColumns columns = new SetupColumns(labels, facts);
        for (String key : facts) {
            Map<Long, String> bySetup = new HashMap<>();
            jdbc.query(
                    "select setup_id, concat_ws(' ', fact_value, nullif(unit, '')) from setup_fact"
                            + " where fact_key = ? and fact_value is not null",
                    row -> {
                        bySetup.put(row.getLong(1), row.getString(2));
                    },
                    key);
            columns.values.put(key, bySetup);
        }
        return columns;
    }

    void addNamesTo(List<String> head) {
        head.addAll(NAMES);
        head.addAll(facts);
    }

    /** Adds what is told of a setup; what is not known stays empty. */
    void addTo(List<Object> row, long setup) {
        SetupLabel label = labels.get(setup);
        if (label == null) {
            throw new IllegalStateException("no label of setup " + setup);
        }
        row.add(Cells.text(label.maker()));
        row.add(Cells.text(label.model()));
        row.add(label.kind().words());
        row.add(Cells.text(label.unit()));
        row.add(Cells.text(label.name()));
        row.add(label.tuned());
        row.add(setup);
        for (String key : facts) {
            row.add(Cells.text(values.getOrDefault(key, Map.of()).getOrDefault(setup, "")));
        }
    }

    static List<Object> row() {
        return new ArrayList<>(40);
    }
}
