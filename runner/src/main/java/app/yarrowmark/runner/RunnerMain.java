package app.yarrowmark.runner;

import java.util.Optional;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command line of the runner. */
@Command(
        name = "yarrowmark-runner",
        mixinStandardHelpOptions = true,
        versionProvider = RunnerMain.Version.class,
        description = "Measures this computer and sends what it measured to a Yarrowmark desk.",
        subcommands = {RunCommand.class, DetectCommand.class, ListCommand.class, SendCommand.class, WorkCommand.class},
        footerHeading = "%nExamples:%n",
        footer = {
            "  java -jar runner.jar run --server http://127.0.0.1:8787 --code ABC234",
            "  java -jar runner.jar run --suites stem --repeats 1 --out runs   (without a server)",
            "  java -jar runner.jar detect"
        })
public final class RunnerMain {

    /** Exit codes beside 0: what went wrong. */
    static final int FAILED = 1;

    static final int WRONG_USE = 2;
    static final int NOT_SENT = 4;

    private RunnerMain() {}

    /** Runs the command and ends with its exit code. */
    public static void main(String[] args) {
        System.exit(commandLine().execute(args));
    }

    static CommandLine commandLine() {
        return new CommandLine(new RunnerMain()).setExecutionExceptionHandler((e, line, result) -> {
            String message = e.getMessage() == null ? e.toString() : e.getMessage();
            line.getErr().println(line.getColorScheme().errorText("yarrowmark-runner: " + message));
            return e instanceof Link.Refused refused && refused.isUse() ? WRONG_USE : FAILED;
        });
    }

    static String version() {
        return Optional.ofNullable(RunnerMain.class.getPackage().getImplementationVersion())
                .orElse("0.1.0");
    }

    static final class Version implements CommandLine.IVersionProvider {
        @Override
        public String[] getVersion() {
            return new String[] {"yarrowmark-runner " + version() + ", Java " + System.getProperty("java.version")};
        }
    }
}
