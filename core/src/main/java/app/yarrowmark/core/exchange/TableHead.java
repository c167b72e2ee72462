package app.yarrowmark.core.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * The names of a table's columns.
 *
 * @param line on which they begin
 * @param names each once, stripped; one without a name is called by its place
 */
record TableHead(long line, List<String> names) {

    private static final Pattern NUMBER = Pattern.compile("[+\\-\u2212]?[\\d.,:' \u00a0\u2009\u202f]*\\d.{0,12}");

    /** Where the head of a table is. */
    record Place(int line, int rows) {}

    /** Reads past everything above the head, and the head. */
    static TableHead read(RowSource source, int line, int rows) {
        List<String> first = List.of();
        long found = 1;
        while (source.hasNext()) {
            RowSource.Raw raw = source.next();
            if (raw.line() >= line) {
                first = raw.values();
                found = raw.line();
                break;
            }
        }
        List<String> second = rows == 2 && source.hasNext() ? source.next().values() : List.of();
        return new TableHead(found, names(first, second));
    }

    /** A name above stands for every column to its right that has none, as cells do that are merged. */
    private static List<String> names(List<String> above, List<String> below) {
        List<String> names = new ArrayList<>();
        String group = "";
        for (int i = 0; i < Math.max(above.size(), below.size()); i++) {
            String top = i < above.size() ? clean(above.get(i)) : "";
            String under = i < below.size() ? clean(below.get(i)) : "";
            group = top.isEmpty() && !below.isEmpty() ? group : top;
            names.add((group + " " + under).strip());
        }
        while (!names.isEmpty() && names.get(names.size() - 1).isEmpty()) {
            names.remove(names.size() - 1);
        }
        return onlyOnce(names);
    }

    private static String clean(String name) {
        return name.replace("\ufeff", "").replaceAll("\\s+", " ").strip();
    }

    private static List<String> onlyOnce(List<String> names) {
        List<String> once = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            String name = names.get(i).isEmpty() ? "column " + (i + 1) : names.get(i);
            String unique = name;
            for (int n = 2; once.contains(unique); n++) {
                unique = name + " (" + n + ")";
            }
            once.add(unique);
        }
        return List.copyOf(once);
    }

    /**
     * Returns where the head of a table is likely to be: the first row of words as wide as the rows under it; two rows where
     * the second is of words too and numbers begin under it.
     */
    static Place find(List<RowSource.Raw> beginning) {
        List<RowSource.Raw> rows = beginning.stream().filter(r -> !r.isBlank()).toList();
        int widest = rows.stream().mapToInt(TableHead::filled).max().orElse(0);
        for (int i = 0; i < rows.size(); i++) {
            boolean wide = filled(rows.get(i)) >= Math.max(2, widest / 2);
            if (!wide || hasNumbers(rows.get(i))) {
                continue;
            }
            boolean two = i + 2 < rows.size()
                    && rows.get(i + 1).line() == rows.get(i).line() + 1
                    && !hasNumbers(rows.get(i + 1))
                    && filled(rows.get(i + 1)) > filled(rows.get(i))
                    && hasNumbers(rows.get(i + 2));
            boolean under = i > 0 && isGroups(rows.get(i - 1), rows.get(i));
            return new Place((int) rows.get(under ? i - 1 : i).line(), two || under ? 2 : 1);
        }
        return new Place(rows.isEmpty() ? 1 : (int) rows.get(0).line(), 1);
    }

    /** Names above names: right over them, and none over the first. */
    private static boolean isGroups(RowSource.Raw above, RowSource.Raw names) {
        return above.line() == names.line() - 1
                && above.values().size() > 1
                && above.values().get(0).isBlank();
    }

    private static int filled(RowSource.Raw row) {
        return (int) row.values().stream().filter(v -> !v.isBlank()).count();
    }

    private static boolean hasNumbers(RowSource.Raw row) {
        return row.values().stream()
                .map(String::strip)
                .anyMatch(v -> NUMBER.matcher(v).matches());
    }
}
