package app.yarrowmark.server.problems;

import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Transactions that are done again where they met another one; for work that no request began too. */
@Configuration(proxyBeanMethods = false)
class Transactions {

    @Bean
    @Primary
    TransactionTemplate transactionTemplate(PlatformTransactionManager manager) {
        return new DoneAgain(manager);
    }

    /** Those in which sessions are kept: the same person may be at two servers at once. */
    @Bean
    TransactionOperations springSessionTransactionOperations(PlatformTransactionManager manager) {
        DoneAgain ofSessions = new DoneAgain(manager);
        ofSessions.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        return ofSessions;
    }

    private static final class DoneAgain extends TransactionTemplate {

        private static final long serialVersionUID = 1;

        DoneAgain(PlatformTransactionManager manager) {
            super(manager);
        }

        @Override
        public <T> @Nullable T execute(TransactionCallback<T> action) {
            // Part of a larger one is undone with that.
            return TransactionSynchronizationManager.isActualTransactionActive()
                    ? super.execute(action)
                    : Again.<@Nullable T, RuntimeException>of(() -> super.execute(action));
        }
    }
}
