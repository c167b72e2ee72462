package app.yarrowmark.testdb;

import org.jspecify.annotations.Nullable;
import org.junit.platform.launcher.LauncherSession;
import org.junit.platform.launcher.LauncherSessionListener;

/** Gives every test session a database, unless a datasource was named on the command line. */
public final class TestDatabaseListener implements LauncherSessionListener {

    private @Nullable TestDatabase database;

    @Override
    public void launcherSessionOpened(LauncherSession session) {
        if (System.getProperty("spring.datasource.url") != null) {
            return;
        }
        database = TestDatabase.start();
        System.setProperty("spring.datasource.url", database.url());
        System.setProperty("spring.datasource.username", "yarrowmark");
        System.setProperty("spring.datasource.password", "yarrowmark");
    }

    @Override
    public void launcherSessionClosed(LauncherSession session) {
        if (database != null) {
            database.close();
        }
    }
}
