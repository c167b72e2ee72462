package app.yarrowmark.e2e;
import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
@Tag("pictures")
class Look {
    @Test
    void look() throws Exception {
        try (Browser b = Browser.open()) {
            String base = System.getProperty("look.url");
            b.go(base);
            b.type("Name", "Wren Alder");
            b.type("Password", System.getProperty("look.password"));
            b.press("Sign in");
            b.waitFor(org.openqa.selenium.By.cssSelector("nav[aria-label='Devices on the desk'] a"));
            for (String p : System.getProperty("look.paths").split(",")) {
                if (p.startsWith("dark")) { b.script("localStorage.setItem('yarrowmark.theme','dark')"); p = p.substring(4); }
                b.go(base + p.split("@")[0]);
                Thread.sleep(1500);
                if (p.contains("@")) { for (String k : p.split("@")[1].split(" ")) { b.keys(k); Thread.sleep(700);} }
                b.picture(Path.of("/tmp/look/" + p.replaceAll("[^a-z0-9]", "_") + ".png"));
            }
        }
    }
}
