package app.yarrowmark.server.setups;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.OwnFacts;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.UnitWords;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.JsonNode;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Component;

/**
 * Puts typed facts together again that earlier builds took apart into a number and a unit, such as {@code 7.4} and {@code
 * .0}. What was typed is rebuilt where it can be; where a blank may have been lost, the history of the setup says so.
 */
@Component
class FactsAsTyped implements JavaMigration {

    private static final Logger LOG = LoggerFactory.getLogger(FactsAsTyped.class);
    private static final Pattern STICKS = Pattern.compile("[._+\\-,:/].*", Pattern.DOTALL);
    private static final Pattern RESOLUTION = Pattern.compile("[xX\u00d7*]\\s*\\d+.*");
    private static final int LONGEST = 1_000;

    private final Clock clock;

    FactsAsTyped(Clock clock) {
        this.clock = clock;
    }

    @Override
    public MigrationVersion getVersion() {
        return MigrationVersion.fromVersion("7");
    }

    @Override
    public String getDescription() {
        return "facts as typed";
    }

    @Override
    public @Nullable Integer getChecksum() {
        return null;
    }

    @Override
    public boolean canExecuteInTransaction() {
        return true;
    }

    /**
     * What a fact that was taken apart becomes.
     *
     * @param doubt whether it may have been typed otherwise
     */
    record Mended(String value, String unit, boolean doubt) {}

    private record Row(long setup, String key, String value, String unit) {}

    @Override
    public void migrate(Context context) {
        JdbcTemplate jdbc = new JdbcTemplate(new SingleConnectionDataSource(context.getConnection(), true));
        FactDictionary words = dictionary(jdbc);
        Map<Long, List<String>> told = new TreeMap<>();
        List<Row> rows = jdbc.query(
                "select setup_id, fact_key, fact_value, unit from setup_fact"
                        + " where unit <> '' and fact_value is not null and origin in ('TYPED', 'COPIED')"
                        + " order by setup_id, fact_key",
                (r, i) -> new Row(r.getLong(1), r.getString(2), r.getString(3), r.getString(4)));
        for (Row row : rows) {
            mended(words.get(row.key), row.value, row.unit).ifPresent(now -> {
                jdbc.update(
                        "update setup_fact set fact_value = ?, unit = ? where setup_id = ? and fact_key = ?",
                        now.value,
                        now.unit,
                        row.setup,
                        row.key);
                told.computeIfAbsent(row.setup, s -> new ArrayList<>())
                        .add(words.get(row.key).words() + " " + row.value + " " + row.unit + " \u2192 "
                                + (now.value + " " + now.unit).strip()
                                + (now.doubt ? " (a blank may have been lost: please check)" : ""));
            });
        }
        told.forEach((setup, changes) -> tell(jdbc, setup, String.join(", ", changes)));
        if (!told.isEmpty()) {
            LOG.info("facts of {} setups are as they were typed again; their histories say which", told.size());
        }
    }

    /** What the parts of a fact were typed as; empty if they are right as they are. */
    static Optional<Mended> mended(FactKey key, String value, String unit) {
        Optional<String> code = UnitWords.code(unit);
        boolean isUnit = code.isPresent() && measures(code.get(), key.unit());
        if (key.type() == FactKey.Type.NUMBER && isUnit) {
            return code.get().equals(unit) ? Optional.empty() : Optional.of(new Mended(value, code.get(), false));
        }
        if (key.type() != FactKey.Type.NUMBER && code.filter(unit::equals).isPresent()) {
            // "8 GiB" for words reads the same in one part or two.
            return Optional.empty();
        }
        if (STICKS.matcher(unit).matches()) {
            return Optional.of(new Mended(value + unit, "", false));
        }
        boolean resolution = key.type() == FactKey.Type.RESOLUTION
                && RESOLUTION.matcher(unit).matches();
        return Optional.of(new Mended(value + " " + unit, "", !resolution));
    }

    private static boolean measures(String code, String usual) {
        return usual.isEmpty() || UnitCode.parse(code).in(UnitCode.parse(usual)).isPresent();
    }

    private void tell(JdbcTemplate jdbc, long setup, String what) {
        List<Fact> facts = jdbc.query(
                "select fact_key, fact_value, unit from setup_fact where setup_id = ? and fact_value is not null",
                (r, i) -> Fact.typed(r.getString(1), r.getString(2), r.getString(3)),
                setup);
        jdbc.update(
                "update setup set fingerprint = ? where id = ?", Facts.of(facts).fingerprint(), setup);
        jdbc.update(
                "insert into record_event (id, kind, record_id, at, what, who, reason)"
                        + " values (next value for record_seq, 'SETUP', ?, ?, 'FACTS_MENDED', 'the server', ?)",
                String.valueOf(setup),
                Timestamp.from(clock.instant()),
                what.length() <= LONGEST ? what : what.substring(0, LONGEST));
    }

    /** With what the desk added, as far as its type tells. */
    private static FactDictionary dictionary(JdbcTemplate jdbc) {
        List<FactKey> all = new ArrayList<>(OwnFacts.all());
        jdbc.query("select definition from fact_key", r -> {
            JsonNode key = Json.read(r.getString(1), new TypeReference<JsonNode>() {});
            FactKey unlisted = FactKey.unlisted(key.get("key").asText());
            all.add(new FactKey(
                    unlisted.key(),
                    key.get("words").asText(),
                    unlisted.group(),
                    FactKey.Type.valueOf(key.get("type").asText()),
                    key.get("unit").asText(),
                    unlisted.affects(),
                    0,
                    false,
                    "",
                    List.of(),
                    List.of()));
        });
        return FactDictionary.of(all);
    }
}
