package app.yarrowmark.server.setups;

import java.time.Clock;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.jdbc.datasource.init.ResourceDatabasePopulator;

/** The records of a small home as an earlier build left it, brought to what this build has. */
final class OldHome implements AutoCloseable {

    private final String name;
    private final JdbcTemplate jdbc;

    /**
     * @param version of the tables of the earlier build
     * @param rows file with what it kept, under {@code old/}
     */
    OldHome(int version, String rows) {
        String url = System.getProperty("spring.datasource.url");
        this.name = url.replaceFirst(".*/", "") + "_old_" + version;
        DriverManagerDataSource home = new DriverManagerDataSource(
                url.replaceFirst("/[^/]*$", "/" + name + "?createDatabaseIfNotExist=true"), "yarrowmark", "yarrowmark");
        flyway(home).target(String.valueOf(version)).load().migrate();
        new ResourceDatabasePopulator(new ClassPathResource("old/" + rows)).execute(home);
        flyway(home).load().migrate();
        this.jdbc = new JdbcTemplate(home);
    }

    private static FluentConfiguration flyway(DriverManagerDataSource home) {
        return Flyway.configure().dataSource(home).javaMigrations(new FactsAsTyped(Clock.systemUTC()));
    }

    JdbcTemplate records() {
        return jdbc;
    }

    @Override
    public void close() {
        jdbc.execute("drop database " + name);
    }
}
