package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.flywaydb.core.api.exception.FlywayValidateException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

class RecordsCheckTest {

    private DriverManagerDataSource home;
    private JdbcTemplate jdbc;
    private String name;

    @BeforeEach
    void anOlderHome() {
        String url = System.getProperty("spring.datasource.url");
        name = url.replaceFirst(".*/", "") + "_twice";
        home = new DriverManagerDataSource(
                url.replaceFirst("/[^/]*$", "/" + name + "?createDatabaseIfNotExist=true"), "yarrowmark", "yarrowmark");
        jdbc = new JdbcTemplate(home);
        sql().target("15").load().migrate();
    }

    @AfterEach
    void dropped() {
        jdbc.execute("drop database " + name);
    }

    /** Those in SQL are enough for what is looked at here. */
    private FluentConfiguration sql() {
        return Flyway.configure()
                .dataSource(home)
                .ignoreMigrationPatterns("*:missing")
                .outOfOrder(false);
    }

    private void open() {
        new RecordsCheck().checked(home).migrate(sql().load());
    }

    private int columns() {
        return jdbc.queryForObject(
                "select count(*) from information_schema.columns where table_schema = database()"
                        + " and table_name = 'write_up_reader' and column_name = 'edition'",
                Integer.class);
    }

    @Test
    void aHomeOfEitherWritingOpensAndBecomesTheSame() {
        assertThat(columns()).isEqualTo(1);
        jdbc.execute("alter table write_up_reader drop column edition");
        jdbc.update("update flyway_schema_history set checksum = 1 where version = '15'");
        open();
        assertThat(columns()).isZero();
        open();
    }

    @Test
    void theOtherWritingLosesTheColumn() {
        open();
        assertThat(columns()).isZero();
    }

    @Test
    void aHomeWhoseSequenceWasMadeTheOtherWayOpens() {
        jdbc.execute("drop sequence record_seq");
        jdbc.execute("create sequence record_seq start with 1 increment by 50");
        jdbc.update("update flyway_schema_history set checksum = 1 where version = '1'");
        open();
        open();
    }

    @Test
    void noNumberOfARecordIsGivenTwiceThoughItsRecordIsGone() {
        jdbc.queryForObject("select nextval(record_seq)", Long.class);
        long last = jdbc.queryForObject("select nextval(record_seq)", Long.class);
        open();
        jdbc.update("insert into model (maker, name, kind, created_at) values ('Ostrel', 'Nook', 'MINI', now())");
        assertThat(jdbc.queryForObject("select id from model", Long.class)).isGreaterThan(last);
        assertThat(jdbc.queryForList(
                        "select table_name from information_schema.columns where table_schema = database() and column_name = 'id'"
                                + " and data_type = 'bigint' and extra not like '%auto_increment%'",
                        String.class))
                .isEmpty();
    }

    @Test
    void theCountsGoOn() {
        jdbc.update("update score_revision set revision = 41");
        open();
        assertThat(jdbc.queryForObject("select number from revision where counted = 'SCORES' and lane = 0", Long.class))
                .isEqualTo(41);
    }

    @Test
    void aHomeWhoseOtherVersionsDifferIsStillRefused() {
        jdbc.update("update flyway_schema_history set checksum = 1 where version in ('14', '15')");
        assertThatThrownBy(this::open).isInstanceOf(FlywayValidateException.class);
        assertThat(columns()).isEqualTo(1);
    }
}
