package app.yarrowmark.server.subjects;

import app.yarrowmark.server.catalogue.DeviceKind;
import org.jspecify.annotations.Nullable;

/**
 * What pages see of a subject.
 *
 * @param key that names it in an address
 * @param detail what tells it from others of that name; may be empty
 * @param kind absent where it is of several kinds
 * @param origin list from elsewhere that its scores come from; empty if this desk measured them
 * @param setupId where one setup is behind it
 * @param modelId where one model is
 * @param setups how many are behind it
 * @param before the setup it was changed from, if it is one that was
 */
public record SubjectView(
        String key,
        String name,
        String detail,
        @Nullable DeviceKind kind,
        boolean tuned,
        String origin,
        @Nullable Long setupId,
        @Nullable Long modelId,
        int setups,
        @Nullable Long before) {

    /**
     * Returns the view of a subject.
     *
     * @param before the setup that its own was changed from
     */
    public static SubjectView of(Subject s, @Nullable Long before) {
        return new SubjectView(
                s.key().toString(),
                s.name(),
                s.detail(),
                s.deviceKind(),
                s.tuned(),
                s.origin(),
                s.setup(),
                s.model(),
                s.setups().size(),
                before);
    }
}
