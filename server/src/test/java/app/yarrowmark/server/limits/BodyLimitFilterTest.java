package app.yarrowmark.server.limits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import app.yarrowmark.server.problems.BodyRefused;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import java.io.IOException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.http.HttpStatus;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.mock.http.MockHttpInputMessage;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

/** How much is read of what is sent, told before or not. */
class BodyLimitFilterTest {

    private static final int MB = 1024 * 1024;

    private final BodyLimitFilter filter = new BodyLimitFilter();

    @ParameterizedTest
    @CsvSource({
        "/api/v1/models, 4",
        "/api/v1/runs/0b2f, 11",
        "/api/v1/runs/0b2f/evidence, 11",
        "/api/v1/tables/3, 11",
        "/api/v1/desk-files, 11",
        "/api/v1/imports, 110"
    })
    void aLengthToldBeforeIsRefusedBeforeAnythingIsRead(String path, int most) throws Exception {
        assertThat(send(path, (long) most * MB, new byte[0]).getStatus()).isEqualTo(200);
        MockHttpServletResponse refused = send(path, (long) most * MB + 1, new byte[0]);
        assertThat(refused.getStatus()).isEqualTo(413);
        assertThat(refused.getContentType()).startsWith("application/problem+json");
        assertThat(refused.getContentAsString()).contains(BodyRefused.TOO_LONG);
    }

    @ParameterizedTest
    @CsvSource({"1, true", "0, false"})
    void aLengthThatWasNotToldEndsTheReading(int more, boolean refused) {
        byte[] body = new byte[4 * MB + more];
        Throwable broke = catchThrowable(() -> send("/api/v1/models", -1, body));
        assertThat(broke != null).isEqualTo(refused);
        if (refused) {
            // However deep it lies in what the reader of the body makes of it.
            assertThat(BodyRefused.in(new HttpMessageNotReadableException(
                            "broken", new IOException(broke), new MockHttpInputMessage(new byte[0]))))
                    .map(BodyRefused::status)
                    .contains(HttpStatus.PAYLOAD_TOO_LARGE);
        }
        assertThat(BodyRefused.in(new IOException("else"))).isEmpty();
        assertThat(BodyRefused.in(null)).isEmpty();
    }

    @Test
    void whoIsNotKnownYetSendsLittle() throws Exception {
        assertThat(send("/api/v1/session", 4 * 1024, new byte[0]).getStatus()).isEqualTo(200);
        assertThat(send("/api/v1/session", 4 * 1024 + 1, new byte[0]).getStatus())
                .isEqualTo(413);
        assertThat(send("/api/v1/device/pairings", 5000, new byte[0]).getStatus())
                .isEqualTo(413);
    }

    @Test
    void bodiesInWorkShareTheirRoomAndGiveItBack() throws Exception {
        BodyRoom room = new BodyRoom(10 * MB, 10);
        BodyRoom.Taken first = room.new Taken();
        first.upTo(8 * MB);
        first.upTo(8 * MB);
        BodyRoom.Taken second = room.new Taken();
        assertThatThrownBy(() -> second.upTo(4 * MB))
                .isInstanceOfSatisfying(
                        BodyRefused.class, e -> assertThat(e.status()).isEqualTo(HttpStatus.SERVICE_UNAVAILABLE));
        first.close();
        assertThatCode(() -> second.upTo(4 * MB)).doesNotThrowAnyException();
    }

    private MockHttpServletResponse send(String path, long told, byte[] body) throws ServletException, IOException {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", path) {
            @Override
            public long getContentLengthLong() {
                return told;
            }
        };
        request.setContent(body);
        MockHttpServletResponse response = new MockHttpServletResponse();
        FilterChain reader = (in, out) -> in.getInputStream().readAllBytes();
        filter.doFilter(request, response, reader);
        return response;
    }
}
