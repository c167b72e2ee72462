package app.yarrowmark.e2e;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

@Tag("pictures")
class Look {
    @Test
    void look() throws Exception {
        String base = "http://127.0.0.1:8790";
        try (Browser b = Browser.open()) {
            b.go(base);
            String[] who = Files.readString(Path.of("/tmp/yh1/demo-sign-in")).split("\n");
            b.type("Name", who[0]);
            b.type("Password", who[1]);
            b.press("Sign in");
            b.see("Ledger");
            for (String line : Files.readAllLines(Path.of("/tmp/look.txt"))) {
                String[] p = line.split(" ", 2);
                String arg = p.length > 1 ? p[1] : "";
                switch (p[0]) {
                    case "go" -> b.go(base + arg);
                    case "see" -> b.see(arg);
                    case "press" -> b.press(arg);
                    case "click" -> b.waitFor(By.xpath(arg)).click();
                    case "keys" -> {
                        for (String k : arg.split(" ")) {
                            b.keys(
                                    k.equals("ENTER")
                                            ? Keys.ENTER
                                            : k.equals("ESC")
                                                    ? Keys.ESCAPE
                                                    : k.equals("TAB")
                                                            ? Keys.TAB
                                                            : k.equals("ALTM") ? Keys.chord(Keys.ALT, "m") : k);
                        }
                    }
                    case "js" -> b.script(arg);
                    case "wait" -> Thread.sleep(Long.parseLong(arg));
                    case "pic" -> {
                        Thread.sleep(900);
                        b.picture(Path.of("/tmp/look/" + arg + ".png"));
                    }
                    default -> {}
                }
            }
        }
    }
}
