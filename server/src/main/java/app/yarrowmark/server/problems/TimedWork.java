package app.yarrowmark.server.problems;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.task.ThreadPoolTaskSchedulerCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What is done by the clock and fails is done at the next time; an outage is told where requests meet it. */
@Configuration(proxyBeanMethods = false)
class TimedWork {

    private static final Logger LOG = LoggerFactory.getLogger(TimedWork.class);

    @Bean
    ThreadPoolTaskSchedulerCustomizer failuresOfTimedWork() {
        return scheduler -> scheduler.setErrorHandler(TimedWork::failed);
    }

    static void failed(Throwable failure) {
        if (Trouble.isOutage(failure) || Trouble.isMet(failure)) {
            LOG.debug("done at the next time", failure);
        } else {
            LOG.error("something that is done by the clock failed; it is done at the next time", failure);
        }
    }
}
