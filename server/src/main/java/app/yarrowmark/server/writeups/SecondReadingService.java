package app.yarrowmark.server.writeups;

import app.yarrowmark.server.access.AccountService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A second pair of eyes before readers see it: somebody is asked, says what they think, and puts their name to it. */
@Service
@Transactional(readOnly = true)
class SecondReadingService {

    private final WriteUpService writeUps;
    private final WriteUpRemarkRepository remarks;
    private final WriteUpReaderRepository readers;
    private final WriteUpAskedRepository asked;
    private final AccountService accounts;
    private final Clock clock;

    SecondReadingService(
            WriteUpService writeUps,
            WriteUpRemarkRepository remarks,
            WriteUpReaderRepository readers,
            WriteUpAskedRepository asked,
            AccountService accounts,
            Clock clock) {
        this.writeUps = writeUps;
        this.remarks = remarks;
        this.readers = readers;
        this.asked = asked;
        this.accounts = accounts;
        this.clock = clock;
    }

    /** Returns who can be asked: everybody who has an account here. */
    List<String> people() {
        return accounts.names();
    }

    /**
     * Asks somebody to read it, or takes that back. Who is asked again is waited for again.
     *
     * @throws RuleViolations if nobody here has that name
     */
    @Transactional
    WriteUpView ask(long id, String name, boolean wanted, String who) {
        WriteUpEntity w = writeUps.entity(id);
        if (wanted && !accounts.names().contains(name)) {
            throw new RuleViolations("who", "has to have an account here; nobody is called \"" + name + "\"");
        }
        List<WriteUpAskedEntity> before = asked.findByWriteUpIdOrderByAt(id).stream()
                .filter(a -> a.who.equals(name))
                .toList();
        if (wanted || !before.isEmpty()) {
            asked.deleteAllInBatch(before);
            if (wanted) {
                asked.saveAndFlush(new WriteUpAskedEntity(id, name, who, clock.instant()));
            }
            writeUps.note(w, wanted ? "ASKED" : "ASKED_NO_MORE", who, name);
        }
        return writeUps.view(w);
    }

    /** Says something of a passage. */
    @Transactional
    WriteUpView remark(long id, String passage, String text, String who) {
        WriteUpEntity w = writeUps.entity(id);
        if (text.isBlank() || text.length() > 2000 || passage.length() > 500) {
            throw new RuleViolations("text", "has 1 to 2000 characters, of a passage of at most 500");
        }
        remarks.saveAndFlush(new WriteUpRemarkEntity(id, passage.strip(), text.strip(), who, clock.instant()));
        writeUps.note(w, "REMARKED", who, text.strip());
        return writeUps.view(w);
    }

    /** Settles a remark, or opens it again. */
    @Transactional
    WriteUpView settle(long id, long remarkId, boolean settled, String who) {
        WriteUpEntity w = writeUps.entity(id);
        WriteUpRemarkEntity remark = remarks.findById(remarkId)
                .filter(r -> r.writeUpId == id)
                .orElseThrow(() -> Refusal.notFound("There is no such remark."));
        remark.settledBy = settled ? who : null;
        remark.settledAt = settled ? clock.instant() : null;
        remarks.flush();
        writeUps.note(w, settled ? "REMARK_SETTLED" : "REMARK_OPENED", who, remark.text);
        return writeUps.view(w);
    }

    /**
     * Puts a name to it: its reader stands by what it says now.
     *
     * @throws Refusal if the text was changed since they saw it
     */
    @Transactional
    WriteUpView read(long id, int edition, String who) {
        WriteUpEntity w = writeUps.entity(id);
        if (w.edition != edition) {
            throw Refusal.overtaken("this write-up", writeUps.view(w));
        }
        readers.saveAndFlush(new WriteUpReaderEntity(id, who, clock.instant()));
        writeUps.note(w, "READ", who, "");
        return writeUps.view(w);
    }
}
