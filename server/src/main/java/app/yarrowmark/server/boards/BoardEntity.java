package app.yarrowmark.server.boards;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "board")
class BoardEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    BoardView.Page page;

    String name;
    String address;
    String who;
    Instant at;

    @Nullable
    String publicSlug;

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected BoardEntity() {}

    @SuppressWarnings("NullAway.Init")
    BoardEntity(BoardView.Page page) {
        this.page = page;
    }

    void set(String newName, String newAddress, String by, Instant when) {
        name = newName;
        address = newAddress;
        who = by;
        at = when;
    }

    BoardView view() {
        return new BoardView(id, page, name, address, who, at, publicSlug, edition);
    }
}
