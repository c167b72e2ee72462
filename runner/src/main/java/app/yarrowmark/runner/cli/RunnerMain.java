package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.Build;
import app.yarrowmark.runner.desk.Link;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command line of the runner. */
@Command(
        name = "yarrowmark-runner",
        mixinStandardHelpOptions = true,
        versionProvider = RunnerMain.Version.class,
        description = "Measures this computer and sends what it measured to a Yarrowmark desk.",
        subcommands = {
            RunCommand.class,
            PairCommand.class,
            SendCommand.class,
            DetectCommand.class,
            ListCommand.class,
            WorkCommand.class
        },
        exitCodeListHeading = "%nExit codes:%n",
        exitCodeList = {
            "0:all was measured and is where it should be",
            "1:it broke off; the message says why",
            "2:wrong use, or the desk did not know the code",
            "3:measured and delivered, but a run failed or was set aside",
            "4:a run could not be sent and waits",
            "130:stopped with Ctrl-C; what was measured is kept, set aside"
        },
        footerHeading = "%nExamples:%n",
        footer = {
            "  java -jar runner.jar pair --server http://127.0.0.1:8787 --code ABC234",
            "  java -jar runner.jar run                       all that the desk has planned",
            "  java -jar runner.jar run --suites stem --repeats 1 --out runs   without a desk",
            "  java -jar runner.jar send runs/*.json          later",
            "  java -jar runner.jar detect --json"
        })
public final class RunnerMain {

    /** Exit codes beside 0: what went wrong. */
    static final int FAILED = 1;

    static final int WRONG_USE = 2;
    static final int NOT_SOUND = 3;
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

    static final class Version implements CommandLine.IVersionProvider {
        @Override
        public String[] getVersion() {
            return new String[] {"yarrowmark-runner " + Build.version() + ", Java " + System.getProperty("java.version")
            };
        }
    }
}
