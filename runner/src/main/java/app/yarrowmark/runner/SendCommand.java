package app.yarrowmark.runner;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Sends run files that were saved before. */
@Command(name = "send", mixinStandardHelpOptions = true, description = "Sends run files; one sent before is kept once.")
final class SendCommand implements Callable<Integer> {

    @Option(
            names = "--server",
            paramLabel = "URL",
            defaultValue = "http://127.0.0.1:8787",
            description = "Address of the desk.")
    private URI server;

    @Option(names = "--code", required = true, paramLabel = "CODE", description = "The six characters that Desk shows.")
    private String code;

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "Run files.")
    private List<Path> files;

    @Override
    public Integer call() throws IOException, InterruptedException {
        Link link = Link.join(server, code);
        int refused = 0;
        for (Path file : files) {
            RunFile run = Json.mapper().readValue(file.toFile(), RunFile.class);
            try {
                link.send(run);
                System.out.println("sent " + file);
            } catch (Link.Refused e) {
                System.err.println(file + ": " + e.getMessage());
                refused++;
            }
        }
        return refused == 0 ? 0 : RunnerMain.NOT_SENT;
    }
}
