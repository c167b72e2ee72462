package app.yarrowmark.server.problems;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import org.hibernate.exception.ConstraintViolationException;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.orm.jpa.JpaSystemException;

class AgainTest {

    private int done;

    /** What a node of a cluster says at the commit of what another one changed first. */
    static SQLException met() {
        return new SQLException("Deadlock found when trying to get lock; try restarting transaction", "40001", 1213);
    }

    private static RuntimeException metAtCommit() {
        return new JpaSystemException(new IllegalStateException("Unable to commit", met()));
    }

    private String failing(RuntimeException... failures) {
        Deque<RuntimeException> left = new ArrayDeque<>(List.of(failures));
        return Again.of(() -> {
            done++;
            if (!left.isEmpty()) {
                throw left.poll();
            }
            return "done";
        });
    }

    @Test
    void whatMetAnotherChangeIsDoneAgain() {
        assertThat(failing(metAtCommit(), new ObjectOptimisticLockingFailureException("model", 1L), metAtCommit()))
                .isEqualTo("done");
        assertThat(done).isEqualTo(4);
    }

    @Test
    void itIsGivenUpAfterAFewTries() {
        RuntimeException[] always = Collections.nCopies(20, metAtCommit()).toArray(RuntimeException[]::new);
        assertThatThrownBy(() -> failing(always)).isSameAs(always[0]);
        assertThat(done).isEqualTo(6);
    }

    @Test
    void whoWaitedLongIsToldAtOnce() {
        RuntimeException met = metAtCommit();
        Again.Work<String, RuntimeException> work = () -> {
            done++;
            throw met;
        };
        assertThatThrownBy(() -> Again.of(work, Duration.ZERO)).isSameAs(met);
        assertThat(done).isEqualTo(1);
    }

    @Test
    void theSecondWhoMakesTheSameTriesOnceMore() {
        assertThat(failing(new DuplicateKeyException("there"))).isEqualTo("done");
        assertThat(failing(new ConstraintViolationException("there", new SQLException("there"), "PRIMARY")))
                .isEqualTo("done");
        DuplicateKeyException still = new DuplicateKeyException("there");
        assertThatThrownBy(() -> failing(still, still)).isSameAs(still);
    }

    @Test
    void outagesAndRefusalsAreNotTriedAgain() {
        RuntimeException away = new JpaSystemException(
                new IllegalStateException(new SQLNonTransientConnectionException("no node is there", "08S01")));
        assertThatThrownBy(() -> failing(away)).isSameAs(away);
        Refusal refusal = Refusal.conflict("no");
        assertThatThrownBy(() -> failing(refusal)).isSameAs(refusal);
        assertThat(done).isEqualTo(2);
    }
}
