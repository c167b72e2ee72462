package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.suites.SuiteService;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Flags on all runs of a setup, or on those of one suite there: those it has, and those it will have. */
@Service
@Transactional
public class SetupFlags {

    private static final int LONGEST_NOTE = 300;
    private static final long EVERY_SUITE = 0;

    private final JdbcTemplate jdbc;
    private final RunRepository runs;
    private final SuiteService suites;
    private final ScoreRevision revision;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;

    SetupFlags(
            JdbcTemplate jdbc,
            RunRepository runs,
            SuiteService suites,
            ScoreRevision revision,
            HistoryService history,
            LiveEvents events,
            Clock clock) {
        this.jdbc = jdbc;
        this.runs = runs;
        this.suites = suites;
        this.revision = revision;
        this.history = history;
        this.events = events;
        this.clock = clock;
    }

    /**
     * A flag on a setup.
     *
     * @param suite number of the only suite that it is about; absent for all
     */
    public record SetupFlag(@Nullable Long suite, RunFile.Flag flag, String note, String who, Instant at) {}

    /** Returns the flags of a setup. */
    @Transactional(readOnly = true)
    public List<SetupFlag> of(long setupId) {
        return jdbc.query(
                "select suite_id, flag, note, who, at from setup_flag where setup_id = ? order by at, suite_id, flag",
                (row, n) -> new SetupFlag(
                        row.getLong(1) == EVERY_SUITE ? null : (Long) row.getLong(1),
                        RunFile.Flag.valueOf(row.getString(2)),
                        row.getString(3),
                        row.getString(4),
                        row.getTimestamp(5).toInstant()),
                setupId);
    }

    /** Flags that a run of a suite on a setup has by that. */
    Set<RunFile.Flag> flagsFor(long setupId, long suiteId) {
        Set<RunFile.Flag> flags = EnumSet.noneOf(RunFile.Flag.class);
        jdbc.query(
                "select flag from setup_flag where setup_id = ? and suite_id in (0, ?)",
                row -> {
                    flags.add(RunFile.Flag.valueOf(row.getString(1)));
                },
                setupId,
                suiteId);
        return flags;
    }

    /**
     * Sets a flag, with a note why. Its runs are shown and do not count.
     *
     * @throws RuleViolations if the note is too long
     */
    public void set(long setupId, @Nullable Long suiteId, RunFile.Flag flag, String note, Caller caller) {
        String clean = note.strip();
        if (clean.length() > LONGEST_NOTE) {
            throw new RuleViolations("note", "has at most " + LONGEST_NOTE + " characters");
        }
        jdbc.update(
                "replace into setup_flag (setup_id, suite_id, flag, note, who, at) values (?, ?, ?, ?, ?, ?)",
                setupId,
                suiteId == null ? EVERY_SUITE : suiteId,
                flag.name(),
                clean,
                caller.who(),
                Timestamp.from(clock.instant()));
        told(setupId, Flags.words(flag) + about(suiteId) + (clean.isEmpty() ? "" : ": " + clean), caller);
        apply(setupId);
    }

    /** Takes a flag off again; runs that were flagged by themselves stay so. */
    public void take(long setupId, @Nullable Long suiteId, RunFile.Flag flag, Caller caller) {
        int gone = jdbc.update(
                "delete from setup_flag where setup_id = ? and suite_id = ? and flag = ?",
                setupId,
                suiteId == null ? EVERY_SUITE : suiteId,
                flag.name());
        if (gone > 0) {
            told(setupId, "no longer: " + Flags.words(flag) + about(suiteId), caller);
            apply(setupId);
        }
    }

    private String about(@Nullable Long suiteId) {
        return suiteId == null
                ? ", every suite"
                : ", " + suites.get(suiteId).sheet().name();
    }

    private void told(long setupId, String words, Caller caller) {
        history.add(HistoryService.Kind.SETUP, setupId, "FLAGGED", caller.who(), words);
    }

    private void apply(long setupId) {
        long number = revision.next();
        for (RunEntity run : runs.findBySetupIdInOrderByStartedAt(List.of(setupId))) {
            Set<RunFile.Flag> wanted = flagsFor(setupId, run.suiteId);
            List<RunFile.Flag> had = Flags.of(run.flagsOfSetup);
            Set<RunFile.Flag> all = EnumSet.noneOf(RunFile.Flag.class);
            all.addAll(Flags.of(run.flags));
            had.forEach(all::remove);
            Set<RunFile.Flag> fresh = EnumSet.noneOf(RunFile.Flag.class);
            wanted.stream().filter(f -> !all.contains(f)).forEach(fresh::add);
            all.addAll(fresh);
            if (!Flags.text(all).equals(run.flags) || !Flags.text(fresh).equals(run.flagsOfSetup)) {
                run.flags = Flags.text(all);
                run.flagsOfSetup = Flags.text(fresh);
                run.revision = number;
            }
        }
        runs.flush();
        events.changed(LiveEvents.Topic.RUNS);
        events.changed(LiveEvents.Topic.CATALOGUE);
    }
}
