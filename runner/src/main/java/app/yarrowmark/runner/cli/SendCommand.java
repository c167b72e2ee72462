package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.runner.desk.Link;
import app.yarrowmark.runner.desk.Outbox;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Sends run files that were saved before. */
@Command(
        name = "send",
        mixinStandardHelpOptions = true,
        description = "Sends run files, or those that wait; one sent before is kept once.")
final class SendCommand implements Callable<Integer> {

    @Mixin
    private DeskOptions desk;

    @Option(names = "--json", description = "A line of JSON for each run.")
    private boolean json;

    @Parameters(arity = "0..*", paramLabel = "FILE", description = "Run files; default: those that wait to be sent.")
    private List<Path> files = List.of();

    @Override
    public Integer call() throws IOException, InterruptedException {
        Outbox waiting = Outbox.ofUser();
        List<Path> all = files.isEmpty() ? waiting.waiting() : files;
        Output output = new Output(System.out, json);
        if (all.isEmpty()) {
            output.say("Nothing waits to be sent.");
            return 0;
        }
        // Read first: a file that is none should not cost the code.
        for (Path file : all) {
            Outbox.read(file);
        }
        Link link = desk.link();
        int unsent = 0;
        for (Path file : all) {
            RunFile run = Outbox.read(file);
            try {
                link.send(run);
                output.run(run, "sent", null, null);
                if (files.isEmpty()) {
                    Files.delete(file);
                }
            } catch (Link.Refused e) {
                output.run(run, "not sent", file, e.getMessage());
                unsent++;
            } catch (IOException away) {
                output.run(run, "not sent", file, away.getMessage());
                output.say("Not tried any more: what was not sent stays where it is.");
                return RunnerMain.NOT_SENT;
            }
        }
        return unsent == 0 ? 0 : RunnerMain.NOT_SENT;
    }
}
