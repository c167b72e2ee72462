package app.yarrowmark.server.problems;

import org.aspectj.lang.ProceedingJoinPoint;
import org.aspectj.lang.annotation.Around;
import org.aspectj.lang.annotation.Aspect;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;

/**
 * Does again what changes something and met another change at the same moment. What was undone with the transaction is read
 * anew: changes that do not touch each other are both kept, the second who makes the same finds it made, and who would
 * overwrite another's text is told so.
 */
@Aspect
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class OnceMore {

    private static final int MOST_TRIES = 6;
    private static final long PAUSE_MILLIS = 15;

    @Around("within(app.yarrowmark.server..*) && (@annotation(org.springframework.web.bind.annotation.PostMapping)"
            + " || @annotation(org.springframework.web.bind.annotation.PutMapping)"
            + " || @annotation(org.springframework.web.bind.annotation.DeleteMapping))")
    Object again(ProceedingJoinPoint call) throws Throwable {
        boolean twin = false;
        for (int tries = 1; ; tries++) {
            try {
                return call.proceed();
            } catch (ConcurrencyFailureException met) {
                if (tries == MOST_TRIES || Trouble.isOutage(met)) {
                    throw met;
                }
            } catch (DataIntegrityViolationException met) {
                if (twin || Trouble.isOutage(met)) {
                    throw met;
                }
                twin = true;
            }
            Thread.sleep(PAUSE_MILLIS * tries);
        }
    }
}
