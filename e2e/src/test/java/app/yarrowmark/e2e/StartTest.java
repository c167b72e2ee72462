package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** Starting and stopping, and what is said when it cannot, through the script as people call it. */
class StartTest {

    @Test
    void anEmptyDeskAsksForTheFirstAccountAndLosesNothing() {
        Path home = App.newHome();
        try (Browser browser = Browser.open()) {
            App app = App.start("start", home);
            browser.go(app.said("Make the first account:"));
            browser.see("Make the first account");
            browser.type("Name", "Merle Sedge");
            browser.type("Password, at least 10 characters", "short");
            browser.press("Make the account");
            browser.see("a password has at least 10 characters");
            browser.type("Password, at least 10 characters", "long enough to keep");
            browser.press("Make the account");
            browser.see("Nothing is on the desk");
            browser.go(app.url() + "/standings");
            browser.see("Nobody can be placed yet");
            browser.go(app.url() + "/ledger");
            browser.see("Nothing was measured yet");
            app.stop();

            App again = App.start("start", home);
            // Who was signed in still is; and can come back after signing out.
            browser.go(again.url());
            browser.see("Nothing is on the desk");
            browser.press("Sign Merle Sedge out");
            browser.type("Name", "Merle Sedge");
            browser.type("Password", "wrong password");
            browser.press("Sign in");
            browser.see("Name and password do not fit.");
            browser.type("Password", "long enough to keep");
            browser.press("Sign in");
            browser.see("Nothing is on the desk");

            assertThat(App.run("start", "--port", "" + App.freePort(), "--home", home.toString()))
                    .contains("is in use by another Yarrowmark")
                    .endsWith("exit 1");
            again.close();
        }
    }

    @Test
    void whatIsWrongIsSaidInOneLine() throws Exception {
        Path home = App.newHome();
        try (ServerSocket busy = new ServerSocket(0)) {
            assertThat(App.run("start", "--port", "" + busy.getLocalPort(), "--home", home.toString()))
                    .isEqualTo("yarrowmark: port " + busy.getLocalPort()
                            + " is in use: stop what uses it, or choose another with --port\nexit 1");
        }
        assertThat(App.run("start", "--port", "seven")).contains("--port is a number from 1 to 65535, got \"seven\"");
        assertThat(App.run("start", "--colour", "red")).contains("there is no option --colour");
        assertThat(App.run("dance")).contains("there is no command dance").endsWith("exit 2");
        assertThat(App.run("token", "--home", home.resolve("none").toString())).contains("there is no Yarrowmark in");
        assertThat(App.run("start", "--home", "/proc/none", "--port", "" + App.freePort()))
                .contains("the folder /proc/none cannot be made");

        Files.createDirectories(home.resolve("db/data/mysql"));
        Files.createDirectories(home.resolve("db/data/yarrowmark"));
        Files.writeString(home.resolve("db/data/ibdata1"), "not a database");
        Files.writeString(home.resolve("db/made"), "");
        String damaged = App.run("start", "--home", home.toString(), "--port", "" + App.freePort());
        assertThat(damaged)
                .contains("does not start", "if its files are damaged, put back a copy of")
                .endsWith("exit 1");
        assertThat(damaged.lines()).hasSize(2);
        App.remove(home);
    }
}
