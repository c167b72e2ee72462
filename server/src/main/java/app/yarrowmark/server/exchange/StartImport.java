package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.Settings;
import app.yarrowmark.server.access.AccountService;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.access.Role;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.writeups.WriteUpArchive;
import com.fasterxml.jackson.core.type.TypeReference;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What the start command asks for on a new home: a first account, and a desk file into an empty desk. */
@Component
class StartImport {

    private static final Logger LOG = LoggerFactory.getLogger(StartImport.class);
    private static final Caller LOADER = new Caller("demo", Caller.Scope.SCRIPT, 0);

    private final Settings settings;
    private final DeskLoads desks;
    private final CatalogueService catalogue;
    private final AccountService accounts;
    private final WriteUpArchive writeUps;

    StartImport(
            Settings settings,
            DeskLoads desks,
            CatalogueService catalogue,
            AccountService accounts,
            WriteUpArchive writeUps) {
        this.settings = settings;
        this.desks = desks;
        this.catalogue = catalogue;
        this.accounts = accounts;
        this.writeUps = writeUps;
    }

    /** After the suites of our own are there, before the server is called ready. */
    @EventListener(ApplicationStartedEvent.class)
    @Order(10)
    void load() throws IOException {
        if (!settings.firstName().isEmpty() && accounts.isEmpty()) {
            accounts.create(settings.firstName(), settings.firstPassword(), Role.OWNER);
        }
        if (settings.importFile().isEmpty() || !catalogue.models().isEmpty()) {
            return;
        }
        DeskFile file = Json.mapper().readValue(Path.of(settings.importFile()).toFile(), DeskFile.class);
        DeskFileImport.Report report = desks.load(settings.importFile(), file, LOADER);
        LOG.info("loaded {} models, {} setups, {} runs", report.models(), report.setups(), report.runs());
        report.rejected().forEach(v -> LOG.warn("not loaded: {}: {}", v.field(), v.message()));
        loadWriteUps(Path.of(settings.importFile()).resolveSibling(DeskZip.WRITE_UPS));
    }

    private static byte[] picture(Path file) {
        try {
            return Files.readAllBytes(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What was written about the desk stands beside it. */
    private void loadWriteUps(Path file) throws IOException {
        if (Files.exists(file)) {
            List<WriteUpArchive.Archived> all =
                    Json.mapper().readValue(file.toFile(), new TypeReference<List<WriteUpArchive.Archived>>() {});
            Path pictures = file.resolveSibling("write-ups");
            for (WriteUpArchive.Archived one : all) {
                writeUps.take(
                        one.withPictures(number -> picture(pictures.resolve(one.slug() + "-" + number + ".png"))),
                        LOADER.who());
            }
        }
    }
}
