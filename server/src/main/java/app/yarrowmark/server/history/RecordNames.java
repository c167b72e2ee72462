package app.yarrowmark.server.history;

import app.yarrowmark.server.history.HistoryService.Kind;
import jakarta.persistence.EntityManager;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What records are called now, for those who read what happened to them. */
@Component
class RecordNames {

    private static final String SETUP = "concat(m.maker, ' ', m.name, ', ', s.name) from setup s"
            + " join unit u on u.id = s.unit_id join model m on m.id = u.model_id";

    /** What the names of records are, by their kind; who has no other name than its own text is not here. */
    private static final Map<Kind, String> NAMES = Map.of(
            Kind.MODEL,
            "select m.id, concat(m.maker, ' ', m.name) from model m where m.id in (:ids)",
            Kind.WRITE_UP,
            "select w.id, w.title from write_up w where w.id in (:ids)",
            Kind.UNIT,
            "select u.id, concat(m.maker, ' ', m.name, ', unit ', u.label) from unit u"
                    + " join model m on m.id = u.model_id where u.id in (:ids)",
            Kind.SETUP,
            "select s.id, " + SETUP + " where s.id in (:ids)",
            Kind.SITTING,
            "select t.id, " + SETUP + " join sitting t on t.setup_id = s.id where t.id in (:ids)",
            Kind.SUITE,
            "select s.id, concat(s.suite_key, ' ', s.version) from suite s where s.id in (:ids)",
            Kind.IMPORT,
            "select b.id, b.name from import_batch b where b.id in (:ids)",
            Kind.BOARD,
            "select b.id, b.name from board b where b.id in (:ids)",
            Kind.RUN,
            "select r.id, concat(x.suite_key, ' ', x.version, ' on ', m.maker, ' ', m.name) from run r"
                    + " join suite x on x.id = r.suite_id join setup s on s.id = r.setup_id"
                    + " join unit u on u.id = s.unit_id join model m on m.id = u.model_id where r.id in (:ids)");

    private final EntityManager entities;

    RecordNames(EntityManager entities) {
        this.entities = entities;
    }

    /** Names of records, those that are there no more left out. */
    record Names(Map<Kind, Map<String, String>> byKind) {

        @Nullable
        String of(Kind kind, String record) {
            return byKind.getOrDefault(kind, Map.of()).get(record);
        }
    }

    /** Returns the names of the records that events are about. */
    Names of(Collection<RecordEventEntity> events) {
        Map<Kind, Set<String>> asked = events.stream()
                .collect(Collectors.groupingBy(e -> e.kind, Collectors.mapping(e -> e.recordId, Collectors.toSet())));
        Map<Kind, Map<String, String>> found = new EnumMap<>(Kind.class);
        asked.forEach((kind, ids) -> {
            String query = NAMES.get(kind);
            if (query != null) {
                found.put(kind, names(query, ids));
            }
        });
        return new Names(found);
    }

    private Map<String, String> names(String query, Set<String> ids) {
        Map<String, String> names = new HashMap<>();
        List<?> rows =
                entities.createNativeQuery(query).setParameter("ids", ids).getResultList();
        rows.forEach(row -> {
            Object[] columns = (Object[]) row;
            names.put(String.valueOf(columns[0]), String.valueOf(columns[1]));
        });
        return names;
    }
}
