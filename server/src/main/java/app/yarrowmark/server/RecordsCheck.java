package app.yarrowmark.server;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.springframework.boot.autoconfigure.flyway.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Before anything is served: the records are of this build or an older one, and every table of them can be read. */
@Configuration
class RecordsCheck {

    private static final String BACK = "Put back a whole copy of the home; nothing was changed in it.";

    /**
     * Versions of which there are two writings: of the first one makes a sequence that clusters refuse, the other one that they
     * take; of the other one gave who read a write-up an edition. A later version makes homes of either the same.
     */
    private static final Set<String> TWICE_WRITTEN = Set.of("1", "15");

    @Bean
    FlywayMigrationStrategy checked(DataSource records) {
        return flyway -> {
            refuseNewer(flyway.info().all());
            readTables(records);
            acceptOtherWriting(flyway);
            flyway.migrate();
        };
    }

    private static void acceptOtherWriting(Flyway flyway) {
        List<String> differ = Arrays.stream(flyway.info().applied())
                .filter(m -> !m.isChecksumMatching())
                .map(m -> String.valueOf(m.getVersion()))
                .toList();
        if (!differ.isEmpty() && TWICE_WRITTEN.containsAll(differ)) {
            flyway.repair();
        }
    }

    private static void refuseNewer(MigrationInfo[] known) {
        List<String> newer = Arrays.stream(known)
                .filter(m -> m.getState().isApplied() && !m.getState().isResolved())
                .map(m -> String.valueOf(m.getVersion()))
                .toList();
        if (!newer.isEmpty()) {
            throw new StartRefused(
                    "These records are of a newer build (version " + newer.get(newer.size() - 1)
                            + " of the tables is not known to this one): start them with that build. Nothing was changed.",
                    null);
        }
    }

    /** The first and the last row of each table: what is missing or does not begin as a table is found here. */
    private static void readTables(DataSource records) {
        List<String> broken = new ArrayList<>();
        try (Connection connection = records.getConnection();
                Statement statement = connection.createStatement()) {
            for (String table : tables(statement)) {
                try {
                    statement
                            .executeQuery("select * from `" + table + "` limit 1")
                            .close();
                    statement
                            .executeQuery("select count(*) from (select 1 from `" + table + "` limit 1000) some")
                            .close();
                } catch (SQLException e) {
                    broken.add(table + " (" + e.getMessage() + ")");
                }
            }
        } catch (SQLException e) {
            throw new StartRefused("The records cannot be read: " + e.getMessage() + ". " + BACK, e);
        }
        if (!broken.isEmpty()) {
            throw new StartRefused(
                    "Tables of the records are missing or damaged: "
                            + broken.stream().collect(Collectors.joining(", ")) + ". " + BACK,
                    null);
        }
    }

    private static List<String> tables(Statement statement) throws SQLException {
        List<String> tables = new ArrayList<>();
        try (ResultSet rows = statement.executeQuery("select table_name from information_schema.tables"
                + " where table_schema = database() and table_type = 'BASE TABLE'")) {
            while (rows.next()) {
                tables.add(rows.getString(1));
            }
        }
        return tables;
    }
}
