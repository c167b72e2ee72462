package app.yarrowmark.server.runs;

import org.springframework.context.ApplicationContext;

/** Lets tests wait for what is found out about runs after they are kept. */
public final class Reviews {

    private Reviews() {}

    /** Returns once every kept run was held against all that is known. */
    public static void done(ApplicationContext server) {
        try {
            server.getBean(ReviewQueue.class).await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
