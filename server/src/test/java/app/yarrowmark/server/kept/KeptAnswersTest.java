package app.yarrowmark.server.kept;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.events.DeskRevision;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import java.io.IOException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class KeptAnswersTest {

    private final DeskRevision revision = mock();
    private final KeptAnswers kept = new KeptAnswers(revision);
    private final AtomicInteger computed = new AtomicInteger();
    private final FilterChain answering = (request, response) -> {
        response.setContentType("application/json");
        response.getOutputStream().write(("{\"n\":" + computed.incrementAndGet() + "}").getBytes());
    };

    @BeforeEach
    void first() {
        when(revision.current()).thenReturn("1 1 1");
    }

    @Test
    void anAnswerIsComputedOnceUntilSomethingChanges() throws Exception {
        assertThat(ask("/api/v1/standings", "", answering).getContentAsString()).isEqualTo("{\"n\":1}");
        assertThat(ask("/api/v1/standings", "", answering).getContentAsString()).isEqualTo("{\"n\":1}");
        when(revision.current()).thenReturn("2 1 1");
        MockHttpServletResponse anew = ask("/api/v1/standings", "", answering);
        assertThat(anew.getContentAsString()).isEqualTo("{\"n\":2}");
        assertThat(anew.getContentType()).isEqualTo("application/json");
        assertThat(anew.getHeader("Cache-Control")).isEqualTo("private, no-cache");
    }

    @Test
    void whoHasItIsToldThatItStillHolds() throws Exception {
        String tag = ask("/api/v1/standings", "", answering).getHeader("ETag");
        MockHttpServletResponse again = ask("/api/v1/standings", tag, answering);
        assertThat(again.getStatus()).isEqualTo(304);
        assertThat(again.getContentAsByteArray()).isEmpty();
    }

    @Test
    void whatIsRefusedIsNotKept() throws Exception {
        FilterChain refusing = (request, response) -> {
            ((jakarta.servlet.http.HttpServletResponse) response).setStatus(404);
            response.getOutputStream()
                    .write(String.valueOf(computed.incrementAndGet()).getBytes());
        };
        assertThat(ask("/api/v1/standings/why", "", refusing).getContentAsString())
                .isEqualTo("1");
        MockHttpServletResponse again = ask("/api/v1/standings/why", "", refusing);
        assertThat(again.getStatus()).isEqualTo(404);
        assertThat(again.getContentAsString()).isEqualTo("2");
    }

    @Test
    void aFailureGoesItsWayAndTheNextWhoAsksTriesAgain() throws Exception {
        assertThatThrownBy(() -> ask("/api/v1/lines", "", (q, a) -> {
                    throw new ServletException("broken");
                }))
                .hasMessage("broken");
        assertThat(ask("/api/v1/lines", "", answering).getStatus()).isEqualTo(200);
    }

    @Test
    void otherThingsAreNotKept() throws Exception {
        ask("/api/v1/runs", "", answering);
        assertThat(ask("/api/v1/runs", "", answering).getContentAsString()).isEqualTo("{\"n\":2}");
    }

    private MockHttpServletResponse ask(String path, String tag, FilterChain chain)
            throws ServletException, IOException {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", path);
        if (!tag.isEmpty()) {
            request.addHeader("If-None-Match", tag);
        }
        MockHttpServletResponse response = new MockHttpServletResponse();
        kept.doFilter(request, response, chain);
        return response;
    }
}
