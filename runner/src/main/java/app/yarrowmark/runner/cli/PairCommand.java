package app.yarrowmark.runner.cli;

import app.yarrowmark.runner.desk.Link;
import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Pairs this computer with a desk, so that {@code run} and {@code send} need no code. */
@Command(
        name = "pair",
        mixinStandardHelpOptions = true,
        description = "Pairs this computer with a desk; run and send then need no code until the pairing runs out.")
final class PairCommand implements Callable<Integer> {

    @Mixin
    private DeskOptions desk;

    @Override
    public Integer call() throws IOException, InterruptedException {
        Link link = desk.join();
        System.out.println("Paired with " + link.pairing().server() + " as " + link.device() + " until "
                + link.pairing().expiresAt() + ".");
        return 0;
    }
}
