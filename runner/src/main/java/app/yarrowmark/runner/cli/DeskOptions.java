package app.yarrowmark.runner.cli;

import app.yarrowmark.runner.desk.Link;
import app.yarrowmark.runner.desk.Pairing;
import java.io.IOException;
import java.net.URI;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** Which desk to speak with: by a code, or the one this computer is paired with. */
final class DeskOptions {

    private static final URI USUAL = URI.create("http://127.0.0.1:8787");

    @Option(
            names = "--server",
            paramLabel = "URL",
            description = "Address of the desk; default: the one paired with, else http://127.0.0.1:8787.")
    private @Nullable URI server;

    @Option(
            names = "--code",
            paramLabel = "CODE",
            description = "The six characters that Desk shows; needed once, then the pairing is remembered.")
    private @Nullable String code;

    @Option(
            names = "--fingerprint",
            paramLabel = "SHA256",
            description = "Of the desk's own certificate, as Desk shows it; needed once for an https address.")
    private @Nullable String fingerprint;

    /**
     * Joins with the code, goes on with the pairing, or asks for a code.
     *
     * @throws IllegalArgumentException if there is no way to know the code
     */
    Link link() throws IOException, InterruptedException {
        Optional<Pairing> kept =
                Pairing.kept(Pairing.home(), Instant.now()).filter(p -> server == null || server.equals(p.server()));
        if (code == null && kept.isPresent()) {
            try {
                return Link.resume(kept.get());
            } catch (Link.Refused e) {
                throw new IOException(
                        "the desk no longer knows this computer (" + e.getMessage()
                                + "); take a new code from Desk and give it with --code",
                        e);
            }
        }
        return join();
    }

    /** Joins with the code and remembers the pairing. */
    Link join() throws IOException, InterruptedException {
        Link link = Link.join(server == null ? USUAL : server, fingerprint, codeOrAsk());
        link.pairing().keep(Pairing.home());
        return link;
    }

    private String codeOrAsk() {
        if (code != null) {
            return code;
        }
        if (System.console() == null) {
            throw new IllegalArgumentException(
                    "this computer is not paired: give the six characters that Desk shows with --code, or --out FOLDER");
        }
        return System.console().readLine("Code: ");
    }
}
