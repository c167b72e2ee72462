package app.yarrowmark.server.problems;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLTransientConnectionException;
import java.time.Clock;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.CannotGetJdbcConnectionException;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.orm.jpa.JpaSystemException;
import org.springframework.transaction.CannotCreateTransactionException;

class TroubleTest {

    private final Trouble trouble = new Trouble(Clock.systemUTC());

    static Stream<Arguments> failures() {
        return Stream.of(
                Arguments.of(
                        new CannotCreateTransactionException("x", new SQLTransientConnectionException("pool")), 503),
                Arguments.of(new CannotGetJdbcConnectionException("x", new SQLException("gone", "08000")), 503),
                Arguments.of(new IllegalStateException(new SQLNonTransientConnectionException("away")), 503),
                Arguments.of(new UncategorizedSQLException("x", "y", new SQLException("full", "HY000", 1114)), 503),
                Arguments.of(new IllegalStateException("no rollback", new SQLException("Connection is closed")), 503),
                Arguments.of(
                        new JpaSystemException(new IllegalStateException(
                                "commit", new SQLException("not connected to the primary component", "HY000", 1180))),
                        503),
                Arguments.of(new DataIntegrityViolationException("twice"), 409),
                Arguments.of(new DuplicateKeyException("twice"), 409),
                Arguments.of(new ObjectOptimisticLockingFailureException("model", 1L), 409),
                Arguments.of(new CannotAcquireLockException("deadlock"), 409),
                Arguments.of(new JpaSystemException(new IllegalStateException("commit", AgainTest.met())), 409),
                Arguments.of(new UncategorizedSQLException("x", "y", new SQLException("no table", "42S02", 1146)), 500),
                Arguments.of(new IllegalStateException("a mistake of ours"), 500));
    }

    @ParameterizedTest
    @MethodSource("failures")
    void outageConflictAndFaultAreToldApart(RuntimeException failure, int status) {
        Trouble.Answer answer = trouble.answer(failure);
        assertThat(answer.status().value()).isEqualTo(status);
        assertThat(answer.detail()).doesNotContain("Exception", "java", "SQL");
        assertThat(Trouble.isOutage(failure)).isEqualTo(status == 503);
    }

    @Test
    void aFullDiskSaysSo() {
        assertThat(trouble.answer(new IllegalStateException(new SQLException("full", "HY000", 1114)))
                        .detail())
                .startsWith("The disk of the records is full");
    }
}
