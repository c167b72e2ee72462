package app.yarrowmark.core.exchange;

import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.suite.TestGroup;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/** The fact dictionary we ship, and its page of documentation. */
public final class OwnFacts {

    private OwnFacts() {}

    /** Returns every key we ship, by group. */
    public static List<FactKey> all() {
        List<SheetProblem> problems = new ArrayList<>();
        List<FactKey> keys = Located.document(text(), problems).map(Located::items).orElse(List.of()).stream()
                .map(OwnFacts::key)
                .toList();
        if (!problems.isEmpty()) {
            throw new IllegalStateException("facts.yaml: " + problems);
        }
        return FactDictionary.of(keys).all();
    }

    private static FactKey key(Located at) {
        at.allow("key", "words", "group", "type", "unit", "affects", "tolerance", "part", "about", "also", "choices");
        Set<TestGroup> affects = new HashSet<>();
        at.field("affects").items().forEach(a -> affects.add(a.choice(TestGroup.class, TestGroup.BODY)));
        return new FactKey(
                at.field("key").required("x.x"),
                at.field("words").required("x"),
                at.field("group").choice(FactGroup.class, FactGroup.OTHER),
                at.field("type").choice(FactKey.Type.class, FactKey.Type.TEXT),
                at.field("unit").text().orElse(""),
                at.field("affects").isThere() ? affects : Set.of(TestGroup.values()),
                at.field("tolerance").number(0),
                at.field("part").flag(false),
                at.field("about").text().orElse(""),
                at.field("also").texts(),
                at.field("choices").texts());
    }

    /** Returns the dictionary as a page in Markdown. */
    public static String markdown() {
        StringBuilder page = new StringBuilder("""
                # Facts of a setup

                What a setup can say of a device. A fact has a value with its unit, or the reason why it is unknown. Two values of one
                fact are the same by its type: words without regard to case and blanks, versions part by part (4.1 is 4.1.0), numbers in
                any unit within the tolerance, resolutions by width and height. What was typed is shown as it was typed. A fact that differs from the setup before, and was not meant to, is a caveat for the groups
                of tests it can change. A desk adds facts of its own in the catalogue.

                This page is made from `core/src/main/resources/facts.yaml`.
                """);
        FactGroup last = null;
        for (FactKey key : all()) {
            if (key.group() != last) {
                page.append("\n## ")
                        .append(key.group().words())
                        .append("\n\n| key | in words | type | same within | can change |\n|---|---|---|---|---|\n");
                last = key.group();
            }
            page.append(String.format(
                    Locale.ROOT,
                    "| `%s` | %s%s | %s | %s | %s |%n",
                    key.key(),
                    key.words(),
                    key.about().isEmpty() ? "" : " (" + key.about() + ")",
                    type(key),
                    key.tolerance() == 0 ? "" : String.format(Locale.ROOT, "%.0f %%", key.tolerance() * 100),
                    affects(key)));
        }
        return page.toString();
    }

    private static String type(FactKey key) {
        String type = switch (key.type()) {
            case TEXT -> "words";
            case NUMBER -> "number";
            case VERSION -> "version";
            case FLAG -> "yes or no";
            case CHOICE -> String.join(" or ", key.choices());
            case RESOLUTION -> "resolution";
            case DATE -> "day";
        };
        return key.unit().isEmpty() ? type : type + ", " + key.unit();
    }

    private static String affects(FactKey key) {
        return key.affects().isEmpty()
                ? "nothing"
                : key.affects().stream()
                        .sorted()
                        .map(g -> g.name().toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining(", "));
    }

    private static String text() {
        try (InputStream in = OwnFacts.class.getResourceAsStream("/facts.yaml")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
