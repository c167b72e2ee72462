package app.yarrowmark.server.catalogue;

import app.yarrowmark.server.kept.Kept;
import app.yarrowmark.server.kept.ReadOnce;
import app.yarrowmark.server.revisions.Counted;
import app.yarrowmark.server.revisions.Marks;
import app.yarrowmark.server.revisions.Revisions;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What counts up with every change to models, units and the names of setups. */
@Component
public class CatalogueRevision {

    private final Revisions revisions;
    private final ReadOnce<Marks> current;

    CatalogueRevision(Revisions revisions) {
        this.revisions = revisions;
        this.current = new ReadOnce<>(() -> revisions.of(Counted.CATALOGUE));
    }

    /** Counts up within the caller's transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void next() {
        revisions.next(Counted.CATALOGUE);
    }

    /**
     * Returns what keeps something that is made from the whole catalogue until that changes, by whichever server.
     *
     * @param make reads the database
     */
    public <T> Remembered<T> remember(Supplier<T> make) {
        return new Remembered<>(make);
    }

    /** Something made from the whole catalogue. */
    public final class Remembered<T> {

        private final Kept<String, T> kept = Kept.counted(1);
        private final Supplier<T> make;

        private Remembered(Supplier<T> make) {
            this.make = make;
        }

        /** Returns it as the caller's transaction sees the catalogue. */
        public T get() {
            return kept.get("", current.get(), make);
        }
    }
}
