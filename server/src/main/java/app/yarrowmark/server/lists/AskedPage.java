package app.yarrowmark.server.lists;

import app.yarrowmark.server.problems.RuleViolations;
import org.jspecify.annotations.Nullable;

/**
 * Which page, asked alike everywhere.
 *
 * @param page from 0
 * @param size how many a page has, 1 to 1000
 */
public record AskedPage(@Nullable Integer page, @Nullable Integer size) {

    /** The first one, of usual size. */
    public static final AskedPage FIRST = new AskedPage(null, null);

    private static final int LAST = 10_000;

    /**
     * Returns the number of the page.
     *
     * @throws RuleViolations if there is none
     */
    public int number() {
        int number = page == null ? 0 : page;
        if (number < 0 || number > LAST) {
            throw new RuleViolations("page", "is 0 to " + LAST + ", got " + number);
        }
        return number;
    }

    /**
     * Returns how many it has.
     *
     * @throws RuleViolations if it is too few or too many
     */
    public int size(int usual) {
        int asked = size == null ? usual : size;
        if (asked < 1 || asked > Lists.LARGEST) {
            throw new RuleViolations("size", "is 1 to " + Lists.LARGEST + ", got " + asked);
        }
        return asked;
    }
}
