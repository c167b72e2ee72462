package app.yarrowmark.runner;

import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.SuiteSheet;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;

/** Lists the suites that run natively. */
@Command(name = "list", mixinStandardHelpOptions = true, description = "Lists the suites that this runner has.")
final class ListCommand implements Callable<Integer> {

    @Override
    public Integer call() {
        for (SuiteSheet sheet : OwnSuites.all().values()) {
            if (sheet.home() == Home.NATIVE) {
                System.out.println(sheet.id() + "  " + sheet.name() + ", "
                        + sheet.schedule().repeats() + " runs of about "
                        + sheet.schedule().minutes() + " min");
                sheet.metrics().forEach(m -> System.out.println("    " + m.key() + "  " + m.name() + ", " + m.unit()));
            }
        }
        return 0;
    }
}
