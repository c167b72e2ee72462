package app.yarrowmark.e2e;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;

/** A demo desk of its own with somebody signed in, for journeys whose steps build on each other. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@ExtendWith(FailedSteps.class)
abstract class DemoDesk {

    App app;
    Browser desk;
    String token;

    @BeforeAll
    void open() {
        app = App.start("demo", App.demoHome(), options());
        token = app.token();
        desk = Browser.open();
        desk.signIn(app);
        // The frame is there before the view that hears the keys.
        desk.see("Run on this device");
    }

    /** Options of the start command beyond the usual ones. */
    String[] options() {
        return new String[0];
    }

    @AfterAll
    void close() {
        if (desk != null) {
            desk.close();
        }
        if (app != null) {
            app.close();
        }
    }
}
