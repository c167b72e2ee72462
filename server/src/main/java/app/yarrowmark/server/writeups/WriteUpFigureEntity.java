package app.yarrowmark.server.writeups;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.FigureSource;
import com.fasterxml.jackson.core.type.TypeReference;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "write_up_figure")
class WriteUpFigureEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    long writeUpId;
    int number;
    String address;
    String name;
    String choice;
    String content;
    long revision;
    String putBy;
    Instant putAt;

    @Nullable
    String nowContent;

    long nowRevision;

    @Nullable
    Instant nowAt;

    @SuppressWarnings("NullAway.Init")
    protected WriteUpFigureEntity() {}

    @SuppressWarnings("NullAway.Init")
    WriteUpFigureEntity(long writeUpId, int number) {
        this.writeUpId = writeUpId;
        this.number = number;
    }

    void set(FigureSource source, FigureContent newContent, long newRevision, String who, Instant at) {
        address = source.address();
        name = source.name();
        choice = source.choice();
        content = Json.write(newContent);
        revision = newRevision;
        putBy = who;
        putAt = at;
        nowContent = null;
        nowRevision = newRevision;
        nowAt = at;
    }

    /** Keeps what its view says now; what it says itself is not kept twice. */
    void seen(FigureContent now, long atRevision, Instant at) {
        String written = Json.write(now);
        nowContent = written.equals(content) ? null : written;
        nowRevision = atRevision;
        nowAt = at;
    }

    FigureSource source() {
        return new FigureSource(address, name, choice);
    }

    FigureContent content() {
        return Json.read(content, new TypeReference<FigureContent>() {});
    }

    /** What its view said last; null where that is what it says itself. */
    @Nullable
    FigureContent now() {
        return nowContent == null ? null : Json.read(nowContent, new TypeReference<FigureContent>() {});
    }

    /** What is known of it last. */
    FigureContent latest() {
        FigureContent now = now();
        return now == null ? content() : now;
    }
}
