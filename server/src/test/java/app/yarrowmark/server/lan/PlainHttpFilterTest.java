package app.yarrowmark.server.lan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.server.Settings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class PlainHttpFilterTest {

    @ParameterizedTest
    @CsvSource({
        "GET, /d, 200",
        "GET, /d/ABC234, 200",
        "GET, /assets/device.js, 200",
        "PUT, /api/v1/device/facts, 200",
        "PUT, /api/v1/runs/0b2f0b2f-0b2f-4b2f-8b2f-0b2f0b2f0b2f, 200",
        "GET, /api/v1/runs/0b2f0b2f-0b2f-4b2f-8b2f-0b2f0b2f0b2f, 403",
        "POST, /api/v1/runs/0b2f0b2f-0b2f-4b2f-8b2f-0b2f0b2f0b2f/mend, 403",
        "GET, /api/v1/device/facts, 403",
        "GET, /runner.jar, 200",
        "GET, /desk/7, 302",
        "GET, /, 302",
        "GET, /device-list, 302",
        "POST, /api/v1/session, 403",
        "GET, /api/v1/standings, 403"
    })
    void anotherComputerGetsWhatADeviceNeedsAndNoMore(String method, String path, int status) throws Exception {
        assertThat(answer(8788, method, path, "192.0.2.9", false).getStatus()).isEqualTo(status);
    }

    @Test
    void theDeskIsFoundBehindHttps() throws Exception {
        assertThat(answer(8788, "GET", "/desk/7", "192.0.2.9", false).getRedirectedUrl())
                .as("never the name that the caller gives it")
                .isEqualTo("https://192.0.2.1:8788/desk/7");
        assertThat(answer(8788, "POST", "/api/v1/session", "192.0.2.9", false).getContentAsString())
                .contains("over https only, at port 8788");
    }

    @Test
    void thisComputerAndHttpsAreFree() throws Exception {
        assertThat(answer(8788, "POST", "/api/v1/session", "127.0.0.1", false).getStatus())
                .isEqualTo(200);
        assertThat(answer(8788, "POST", "/api/v1/session", "192.0.2.9", true).getStatus())
                .isEqualTo(200);
        assertThat(answer(0, "POST", "/api/v1/session", "192.0.2.9", false).getStatus())
                .isEqualTo(200);
    }

    @Test
    void aKeyStoreThatCannotBeReadSaysHowToMendIt() {
        assertThatThrownBy(() -> new LanController(settings(8788)))
                .hasMessageStartingWith("the key store nowhere.p12 cannot be read")
                .hasMessageEndingWith("remove it and start again with --lan, which makes a new one");
    }

    @Test
    void aDeskForThisComputerOnlyHasNoOtherAddress() throws Exception {
        LanController.LanView view = new LanController(settings(0)).lan();
        assertThat(view.addresses()).isEmpty();
        assertThat(view.fingerprint()).isNull();
    }

    private static MockHttpServletResponse answer(int lanPort, String method, String path, String from, boolean secure)
            throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest(method, path);
        request.setRemoteAddr(from);
        request.setSecure(secure);
        request.setServerName("elsewhere.example");
        request.setLocalAddr("192.0.2.1");
        MockHttpServletResponse response = new MockHttpServletResponse();
        new PlainHttpFilter(settings(lanPort)).doFilter(request, response, new MockFilterChain());
        return response;
    }

    private static Settings settings(int lanPort) {
        return new Settings("", "", "", "", "", lanPort, "", "nowhere.p12", "secret", "", "", false);
    }
}
