package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.server.servers.Servers;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.config.ScheduledTaskHolder;
import org.springframework.test.context.TestPropertySource;

/** Two servers on one database, behind whatever sends callers to either. */
@TestPropertySource(properties = "yarrowmark.shared=true")
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TwoServersTest extends ServerTest {

    private ConfigurableApplicationContext second;
    private int secondPort;

    @BeforeAll
    void startTheSecond() {
        second = new SpringApplicationBuilder(ServerApplication.class)
                .run("--server.port=0", "--yarrowmark.shared=true", "--spring.jmx.enabled=false");
        secondPort = second.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
    }

    @AfterAll
    void stopTheSecond() {
        second.close();
    }

    /** A page that is open on the second server, and what it hears. */
    private List<String> listening() {
        List<String> heard = new CopyOnWriteArrayList<>();
        Api page = Api.person(secondPort, "Wren Alder", "salt and samphire");
        page.stream("/api/v1/events", heard::add);
        soon("the stream opens", () -> heard.contains(":open"));
        return heard;
    }

    @Test
    void aPageHearsWhatAnotherServerDid() {
        List<String> heard = listening();
        onDesk("LAPTOP", suite("two-servers", "processor"));
        soon("the catalogue is told of", () -> heard.contains("data:CATALOGUE"));
        soon("sittings are told of", () -> heard.contains("data:SITTINGS"));
    }

    @Test
    void aRefusedChangeIsToldToNobody() {
        List<String> heard = listening();
        person.post("/api/v1/boards", "{\"page\":\"STANDINGS\",\"name\":\"\",\"address\":\"\"}")
                .expect(422);
        person.post("/api/v1/boards", "{\"page\":\"STANDINGS\",\"name\":\"Two servers\",\"address\":\"\"}")
                .expect(201);
        soon("the board is told of", () -> heard.contains("data:BOARDS"));
        assertThat(heard).filteredOn("data:BOARDS"::equals).hasSize(1);
    }

    @Test
    void aDeviceWaitsAtOneAndIsStartedFromTheOther() {
        long sitting =
                onDesk("LAPTOP", suite("two-waits", "processor")).get("sitting").asLong();
        Api device = Api.bearer(port, deviceToken(sitting));
        assertThat(waits(device)).isFalse();
        Api there = Api.person(secondPort, "Wren Alder", "salt and samphire");
        soon(
                "it is known there that it waits",
                () -> sheet(there, sitting).get("waiting").asBoolean());
        there.post("/api/v1/sittings/" + sitting + "/start", "").expect(204);
        soon("the device is told", () -> waits(device));
        assertThat(waits(device)).as("once").isFalse();
    }

    @Test
    void progressAtOneIsSeenAtTheOther() {
        long sitting = onDesk("LAPTOP", suite("two-progress", "processor"))
                .get("sitting")
                .asLong();
        List<String> heard = listening();
        Api device = Api.bearer(port, deviceToken(sitting));
        device.put(
                        "/api/v1/device/progress",
                        "{\"suite\":\"two-progress\",\"partName\":\"Weave\",\"done\":0.5,\"repeat\":1,\"repeats\":3,"
                                + "\"secondsLeft\":40,\"trace\":[],\"sensors\":[]}")
                .expect(204);
        Api there = Api.person(secondPort, "Wren Alder", "salt and samphire");
        soon("progress is in the sheet there", () -> sheet(there, sitting).has("progress"));
        soon("progress is told to the page there", () -> heard.stream().anyMatch(h -> h.contains("two-progress")));
    }

    @Test
    void eachCountsBesideTheOtherAndBothTellTheSameScores() {
        long suite = suite("two-scores", "processor");
        JsonNode sheet = onDesk("LAPTOP", suite);
        long sitting = sheet.get("sitting").asLong();
        Api there = Api.person(secondPort, "Wren Alder", "salt and samphire");
        String scores = "/api/v1/scores?suite=" + suite + "&setup=" + sheet.at("/setup/id");
        for (int i = 0; i < 4; i++) {
            Api one = i % 2 == 0 ? person : there;
            UUID id = UUID.randomUUID();
            one.put("/api/v1/runs/" + id, run(id, sitting, "two-scores", "weave=" + (100 + i)))
                    .expect(201);
            Api other = i % 2 == 0 ? there : person;
            assertThat(other.get(scores).json().at("/0/own/count").asInt()).isEqualTo(i + 1);
        }
        assertThat(there.get(scores).json()).isEqualTo(person.get(scores).json());
        Servers first = server.getBean(Servers.class);
        Servers second = this.second.getBean(Servers.class);
        assertThat(first.place()).isNotEqualTo(second.place());
        assertThat(first.alive()).contains(second.own(), first.own());
        List<Integer> lanes = server.getBean(JdbcTemplate.class)
                .queryForList("select lane from revision where counted = 'SCORES'", Integer.class);
        assertThat(lanes).anyMatch(lane -> lane / 4 == first.place()).anyMatch(lane -> lane / 4 == second.place());
    }

    @Test
    void whatAServerLeftIsEndedByAnotherAndWhatItIsDoingIsNot() {
        JsonNode sheet = onDesk("LAPTOP", suite("two-tables", "processor"));
        long left = staged(sheet, "left.csv", 2);
        long going = staged(sheet, "going.csv", 3);
        JdbcTemplate jdbc = server.getBean(JdbcTemplate.class);
        String accepting =
                "update import_batch set state = 'ACCEPTING', accepted_by = 'Wren Alder', server = ? where id = ?";
        jdbc.update(accepting, UUID.randomUUID().toString(), left);
        jdbc.update(accepting, server.getBean(Servers.class).own(), going);
        second.getBean(ScheduledTaskHolder.class).getScheduledTasks().stream()
                .filter(t -> t.toString().endsWith("TableImport.goOnForOthers"))
                .forEach(t -> t.getTask().getRunnable().run());
        soon("it is ended", () -> state(left).equals("ACCEPTED"));
        assertThat(person.get("/api/v1/runs?state=DONE&import=" + left)
                        .json()
                        .get("total")
                        .asInt())
                .isEqualTo(2);
        assertThat(state(going)).isEqualTo("ACCEPTING");
        assertThat(person.get("/api/v1/runs?import=" + going)
                        .json()
                        .get("total")
                        .asInt())
                .isZero();
    }

    private long staged(JsonNode sheet, String name, int lines) {
        String settings =
                "{\"separator\":\",\",\"header\":[\"Model\",\"Suite\",\"Part\",\"Score\"],\"shape\":\"LONG\",\"columns\":"
                        + "{\"DEVICE\":\"Model\",\"SUITE\":\"Suite\",\"METRIC\":\"Part\",\"VALUE\":\"Score\"},\"metrics\":{}}";
        String line = sheet.at("/setup/model").asText() + ",two-tables 1,Weave,";
        String rows = IntStream.range(0, lines)
                .mapToObj(i -> line + (lines * 100 + i) + "\n")
                .collect(Collectors.joining());
        return person.table(settings, name, "Model,Suite,Part,Score\n" + rows)
                .expect(201)
                .json()
                .at("/batch/id")
                .asLong();
    }

    private String state(long batch) {
        return person.get("/api/v1/imports/" + batch).json().at("/batch/state").asText();
    }

    private static boolean waits(Api device) {
        return device.post("/api/v1/device/waiting", "")
                .expect(200)
                .json()
                .get("start")
                .asBoolean();
    }

    private static JsonNode sheet(Api caller, long sitting) {
        return caller.get("/api/v1/sittings/" + sitting).expect(200).json();
    }
}
