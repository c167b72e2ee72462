package app.yarrowmark.server.subjects;

import app.yarrowmark.server.catalogue.DeviceKind;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Something that is compared or ranked, with the setups whose scores are its own.
 *
 * @param name what a row calls it, such as a model with its maker
 * @param detail what tells it from others of that name; may be empty
 * @param deviceKind absent where it is of several kinds
 * @param origin list from elsewhere that its scores come from; empty if this desk measured them
 * @param model whose setup or claim it is; null for what is of several
 * @param setups whose scores are its own; empty for a claim
 */
public record Subject(
        SubjectKey key,
        String name,
        String detail,
        @Nullable DeviceKind deviceKind,
        boolean tuned,
        String origin,
        @Nullable Long model,
        List<Long> setups) {

    /** Returns the only setup behind it, or null. */
    public @Nullable Long setup() {
        return setups.size() == 1 ? setups.get(0) : null;
    }

    /** Returns whether its scores are those of one setup as they stand. */
    public boolean isPlain() {
        return key.kind() == SubjectKey.Kind.SETUP || key.kind() == SubjectKey.Kind.MODEL;
    }

    /** Returns name and detail. */
    public String text() {
        return detail.isEmpty() ? name : name + ", " + detail;
    }
}
