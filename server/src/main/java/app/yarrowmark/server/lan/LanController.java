package app.yarrowmark.server.lan;

import app.yarrowmark.server.Settings;
import io.swagger.v3.oas.annotations.Operation;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
class LanController {

    private final Settings settings;
    private final @Nullable LanCertificate certificate;

    LanController(Settings settings) {
        this.settings = settings;
        this.certificate = settings.lanPort() > 0 ? LanCertificate.read(settings) : null;
    }

    /**
     * How other devices reach this desk.
     *
     * @param addresses each with scheme and port; empty if the desk serves this computer only
     * @param fingerprint of the certificate that browsers will warn about
     * @param pin of its public key, for programs
     */
    record LanView(
            List<String> addresses,
            @Nullable String fingerprint,
            @Nullable String pin) {}

    @Operation(summary = "How other devices on the network reach this desk")
    @GetMapping("/api/v1/lan")
    LanView lan() throws SocketException {
        if (certificate == null) {
            return new LanView(List.of(), null, null);
        }
        List<String> addresses = NetworkInterface.networkInterfaces()
                .flatMap(NetworkInterface::inetAddresses)
                .filter(a -> a instanceof Inet4Address && !a.isLoopbackAddress() && !a.isLinkLocalAddress())
                .map(InetAddress::getHostAddress)
                .sorted()
                .map(a -> "https://" + a + ":" + settings.lanPort())
                .toList();
        return new LanView(addresses, certificate.fingerprint(), certificate.pin());
    }
}
