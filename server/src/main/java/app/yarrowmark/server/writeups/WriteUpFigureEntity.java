package app.yarrowmark.server.writeups;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "write_up_figure")
class WriteUpFigureEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "record")
    @SequenceGenerator(name = "record", sequenceName = "record_seq", allocationSize = 50)
    Long id;

    long writeUpId;
    int number;
    String address;
    String content;
    String putBy;
    Instant putAt;

    @SuppressWarnings("NullAway.Init")
    protected WriteUpFigureEntity() {}

    @SuppressWarnings("NullAway.Init")
    WriteUpFigureEntity(long writeUpId, int number) {
        this.writeUpId = writeUpId;
        this.number = number;
    }

    void set(String newAddress, String newContent, String who, Instant at) {
        address = newAddress;
        content = newContent;
        putBy = who;
        putAt = at;
    }
}
