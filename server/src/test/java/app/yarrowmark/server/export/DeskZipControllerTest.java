package app.yarrowmark.server.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;

import app.yarrowmark.server.problems.Refusal;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletResponse;

class DeskZipControllerTest {

    @Test
    void aDeskIsTakenOutTwiceAtOnceAndNotMore() throws Exception {
        DeskExport desks = mock(DeskExport.class);
        CountDownLatch begun = new CountDownLatch(2);
        CountDownLatch end = new CountDownLatch(1);
        doAnswer(call -> {
                    begun.countDown();
                    return end.await(1, TimeUnit.MINUTES);
                })
                .when(desks)
                .write(any(), any());
        DeskZipController controller = new DeskZipController(desks);
        ExecutorService others = Executors.newFixedThreadPool(2);
        try {
            Future<?> first = others.submit(() -> taken(controller));
            Future<?> second = others.submit(() -> taken(controller));
            assertThat(begun.await(1, TimeUnit.MINUTES)).isTrue();
            assertThatThrownBy(() -> taken(controller))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("try again");
            end.countDown();
            first.get();
            second.get();
            assertThat(taken(controller)).as("room again").isEqualTo("application/zip");
        } finally {
            others.shutdownNow();
        }
    }

    private static String taken(DeskZipController controller) throws Exception {
        MockHttpServletResponse response = new MockHttpServletResponse();
        controller.desk(null, response);
        return response.getContentType();
    }
}
