package app.yarrowmark.server.problems;

import org.aspectj.lang.ProceedingJoinPoint;
import org.aspectj.lang.annotation.Around;
import org.aspectj.lang.annotation.Aspect;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Does again every request that changes something and met another change; who would overwrite another's text is told so. */
@Aspect
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class OnceMore {

    @Around("within(app.yarrowmark.server..*) && (@annotation(org.springframework.web.bind.annotation.PostMapping)"
            + " || @annotation(org.springframework.web.bind.annotation.PutMapping)"
            + " || @annotation(org.springframework.web.bind.annotation.DeleteMapping))")
    Object again(ProceedingJoinPoint call) throws Throwable {
        return Again.<Object, Throwable>of(call::proceed);
    }
}
