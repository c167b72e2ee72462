package app.yarrowmark.server.tidy;

import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.catalogue.CatalogueRevision;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Merges models, units and setups that are the same thing, and deletes what nothing hangs on. Runs are only moved. */
@Service
@Transactional
class TidyService {

    private static final int LONGEST_REASON = 500;

    private final JdbcTemplate jdbc;
    private final CatalogueService catalogue;
    private final SetupLabels labels;
    private final CatalogueRevision revision;
    private final ScoreRevision scores;
    private final HistoryService history;
    private final LiveEvents events;

    TidyService(
            JdbcTemplate jdbc,
            CatalogueService catalogue,
            SetupLabels labels,
            CatalogueRevision revision,
            ScoreRevision scores,
            HistoryService history,
            LiveEvents events) {
        this.jdbc = jdbc;
        this.catalogue = catalogue;
        this.labels = labels;
        this.revision = revision;
        this.scores = scores;
        this.history = history;
        this.events = events;
    }

    /**
     * Moves every run of one setup to another of the same model, and forgets the one.
     *
     * @throws Refusal if they are one, or of two models
     */
    void mergeSetups(long from, long into, Caller caller) {
        SetupLabel old = label(from);
        SetupLabel kept = label(into);
        if (from == into || old.modelId() != kept.modelId()) {
            throw Refusal.conflict(
                    from == into
                            ? "That is the same setup."
                            : "They are of two models: merge the models first, if they are one.");
        }
        move(old, kept, caller);
        changed();
    }

    private void move(SetupLabel old, SetupLabel kept, Caller caller) {
        long from = old.setupId();
        long into = kept.setupId();
        int runs = jdbc.update("update run set setup_id = ? where setup_id = ?", into, from);
        jdbc.update("update sitting set closed_at = utc_timestamp(6) where closed_at is null and setup_id = ?", from);
        jdbc.update("update sitting set setup_id = ? where setup_id = ?", into, from);
        jdbc.update("update setup set parent_id = null where id = ? and parent_id = ?", into, from);
        jdbc.update("update setup set parent_id = ? where parent_id = ?", into, from);
        jdbc.update("update ignore review_due set setup_id = ? where setup_id = ?", into, from);
        jdbc.update("delete from review_due where setup_id = ?", from);
        String facts = jdbc.queryForObject(
                "select coalesce(group_concat(concat(fact_key, ' ', coalesce(fact_value, reason), ' ', unit) order by"
                        + " fact_key separator '; '), '') from setup_fact where setup_id = ?",
                String.class,
                from);
        follow("SETUP", "setup", from, into);
        String words = old.name() + ", unit " + old.unit() + ", became part of it with "
                + (runs == 1 ? "one run" : runs + " runs")
                + (facts == null || facts.isBlank() ? "" : "; its facts were " + facts);
        history.add(HistoryService.Kind.SETUP, into, "MERGED", caller.who(), limited(words));
        jdbc.update("insert into emptied_setup (setup_id, revision) values (?, ?)", from, scores.next());
        scores.reconsiderSetup(into);
        forgetSetup(from);
    }

    /** History and kept views speak of what there is now. */
    private void follow(String kind, String word, long from, long into) {
        jdbc.update(
                "update record_event set record_id = ? where kind = ? and record_id = ?", "" + into, kind, "" + from);
        jdbc.update(
                "update board set address = regexp_replace(address, ?, ?)",
                "\\b" + word + "([-=])" + from + "\\b",
                word + "\\1" + into);
    }

    /**
     * Moves the setups of one unit to another of the same model; of two of one name, the runs become those of one.
     *
     * @throws Refusal if they are one, or of two models
     */
    void mergeUnits(long from, long into, Caller caller) {
        ModelView model = catalogue.modelOfUnit(from);
        if (from == into || catalogue.modelOfUnit(into).id() != model.id()) {
            throw Refusal.conflict(
                    from == into
                            ? "That is the same unit."
                            : "They are of two models: merge the models first, if they are one.");
        }
        move(unit(model, from), unit(model, into), model.id(), caller);
        changed();
    }

    private void move(UnitView old, UnitView kept, long model, Caller caller) {
        List<SetupLabel> ofOld = setupsOf(old);
        List<SetupLabel> ofKept = setupsOf(kept);
        int next = ofKept.stream().mapToInt(SetupLabel::ordinal).max().orElse(0) + 1;
        for (SetupLabel setup : ofOld) {
            Optional<SetupLabel> same = ofKept.stream()
                    .filter(k -> k.name().equalsIgnoreCase(setup.name()))
                    .findFirst();
            if (same.isPresent()) {
                move(setup, same.get(), caller);
            } else {
                jdbc.update(
                        "update setup set unit_id = ?, ordinal = ? where id = ?", kept.id(), next++, setup.setupId());
            }
        }
        jdbc.update("delete from unit where id = ?", old.id());
        history.add(
                HistoryService.Kind.MODEL,
                model,
                "MERGED",
                caller.who(),
                "unit " + old.label() + " became part of unit " + kept.label());
    }

    /**
     * Moves the units of one model to another; of two of one label, the setups become those of one.
     *
     * @throws Refusal if they are one, or of two kinds
     */
    void mergeModels(long from, long into, Caller caller) {
        ModelView old = catalogue.model(from);
        ModelView kept = catalogue.model(into);
        if (from == into || !old.kind().equals(kept.kind())) {
            throw Refusal.conflict(
                    from == into
                            ? "That is the same model."
                            : "They are of two kinds: say first of both that they are of one.");
        }
        for (UnitView unit : old.units()) {
            Optional<UnitView> same = kept.units().stream()
                    .filter(k -> k.label().equalsIgnoreCase(unit.label()))
                    .findFirst();
            if (same.isPresent()) {
                move(unit, same.get(), into, caller);
            } else {
                jdbc.update("update unit set model_id = ? where id = ?", into, unit.id());
            }
        }
        catalogue.takeOver(into, old, caller.who());
        follow("MODEL", "model", from, into);
        history.add(
                HistoryService.Kind.MODEL,
                into,
                "MERGED",
                caller.who(),
                limited((old.maker() + " " + old.name()).strip() + " became part of it"));
        jdbc.update("update write_up set model_id = ? where model_id = ?", into, from);
        jdbc.update("delete from model where id = ?", from);
        changed();
    }

    /** @throws Refusal if it has runs, or another setup was changed from it */
    void deleteSetup(long id) {
        SetupLabel setup = label(id);
        requireNone(
                "select count(*) from run where setup_id = ?", id, "it has runs: nothing that was measured is deleted");
        requireNone("select count(*) from setup where parent_id = ?", id, "another setup was changed from it");
        forgetSetup(setup.setupId());
        changed();
    }

    /** @throws Refusal if it has setups */
    void deleteUnit(long id) {
        requireNone("select count(*) from setup where unit_id = ?", id, "it has setups: delete or merge them first");
        jdbc.update("delete from unit where id = ?", id);
        changed();
    }

    /** Deletes a model with what belongs to it, if nothing was measured on it. */
    void deleteModel(long id) {
        ModelView model = catalogue.model(id);
        requireNone(
                "select count(*) from run r join setup s on s.id = r.setup_id join unit u on u.id = s.unit_id"
                        + " where u.model_id = ?",
                id,
                "it has runs: nothing that was measured is deleted");
        requireNone("select count(*) from write_up where model_id = ?", id, "a write-up is of it");
        for (UnitView unit : model.units()) {
            List<SetupLabel> setups = setupsOf(unit);
            jdbc.update("update setup set parent_id = null where unit_id = ?", unit.id());
            setups.forEach(s -> forgetSetup(s.setupId()));
            jdbc.update("delete from unit where id = ?", unit.id());
        }
        jdbc.update("delete from model where id = ?", id);
        changed();
    }

    private void requireNone(String count, long id, String words) {
        Integer found = jdbc.queryForObject(count, Integer.class, id);
        if (found != null && found > 0) {
            throw Refusal.conflict("It cannot be deleted: " + words + ".");
        }
    }

    /** Deletes a setup that has no runs, with what was only written of it. */
    private void forgetSetup(long id) {
        for (String table : List.of("pairing_code", "access_token", "sitting_suite")) {
            jdbc.update(
                    "delete from " + table + " where sitting_id in (select id from sitting where setup_id = ?)", id);
        }
        for (String table : List.of("sitting", "setup_flag", "setup_fact")) {
            jdbc.update("delete from " + table + " where setup_id = ?", id);
        }
        jdbc.update("delete from setup where id = ?", id);
    }

    private List<SetupLabel> setupsOf(UnitView unit) {
        return jdbc
                .queryForList("select id from setup where unit_id = ? order by ordinal", Long.class, unit.id())
                .stream()
                .map(this::label)
                .toList();
    }

    private SetupLabel label(long id) {
        return Optional.ofNullable(labels.all().get(id))
                .orElseThrow(() -> Refusal.notFound("There is no setup number " + id + "."));
    }

    private static UnitView unit(ModelView model, long id) {
        return model.units().stream().filter(u -> u.id() == id).findFirst().orElseThrow();
    }

    private static String limited(String words) {
        return words.substring(0, Math.min(words.length(), LONGEST_REASON));
    }

    private void changed() {
        revision.next();
        events.changed(LiveEvents.Topic.CATALOGUE);
        events.changed(LiveEvents.Topic.RUNS);
    }
}
