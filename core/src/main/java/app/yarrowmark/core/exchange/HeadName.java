package app.yarrowmark.core.exchange;

import app.yarrowmark.core.written.UnitWords;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The name of a column, with the unit that stands behind it: {@code read (MB/s)}, {@code idle [W]}, {@code time in s}.
 *
 * @param name without the unit
 * @param unit UCUM code; absent if none is named
 */
public record HeadName(String name, Optional<String> unit) {

    private static final Pattern BRACKETS =
            Pattern.compile("(.*?\\S)\\s*[(\\[]((?:[^()\\[\\]]|\\([^()]{1,9}\\)){1,30})[)\\]]");
    private static final Pattern WORDS = Pattern.compile("(.*\\S)(?:,\\s*|\\s+in\\s+)(\\S{1,20})");

    /** Returns the parts of a column's name. */
    public static HeadName of(String head) {
        for (Pattern pattern : new Pattern[] {BRACKETS, WORDS}) {
            Matcher match = pattern.matcher(head.strip());
            Optional<String> unit =
                    match.matches() ? UnitWords.code(match.group(2)).filter(u -> !u.isEmpty()) : Optional.empty();
            if (unit.isPresent()) {
                return new HeadName(match.group(1), unit);
            }
        }
        return new HeadName(head.strip(), Optional.empty());
    }
}
