package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
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
