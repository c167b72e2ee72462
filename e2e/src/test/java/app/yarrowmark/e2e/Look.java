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
        var who = Files.readAllLines(Path.of("/tmp/yh1/demo-sign-in"));
        int w = 1280, h = 800;
        String size = System.getenv("LOOK_SIZE");
        if (size != null && !size.isEmpty()) {
            w = Integer.parseInt(size.split("x")[0]);
            h = Integer.parseInt(size.split("x")[1]);
        }
        try (Browser b = Browser.open(w, h)) {
            b.go(base);
            b.type("Name", who.get(0));
            b.type("Password", who.get(1));
            b.press("Sign in");
            b.waitFor(By.cssSelector("nav[aria-label='Devices on the desk']"));
            for (String line : Files.readAllLines(Path.of("/tmp/look/script"))) {
                if (line.isBlank()) continue;
                int sp = line.indexOf(' ');
                String cmd = sp < 0 ? line : line.substring(0, sp);
                String arg = sp < 0 ? "" : line.substring(sp + 1);
                try {
                    switch (cmd) {
                        case "go" -> b.go(base + arg);
                        case "see" -> b.see(arg);
                        case "keys" -> {
                            for (String k : arg.split(" "))
                                b.keys(
                                        k.equals("ENTER")
                                                ? Keys.ENTER
                                                : k.equals("TAB")
                                                        ? Keys.TAB
                                                        : k.equals("RIGHT")
                                                                ? Keys.ARROW_RIGHT
                                                                : k.equals("ESC") ? Keys.ESCAPE : k);
                        }
                        case "press" -> b.press(arg);
                        case "click" -> b.waitFor(By.xpath(arg)).click();
                        case "send" -> {
                            String[] p = arg.split(" => ", 2);
                            b.waitFor(By.xpath(p[0])).sendKeys(p[1].replace("\\n", "\n"));
                        }
                        case "js" -> b.script(arg);
                        case "wait" -> Thread.sleep(Long.parseLong(arg));
                        case "pic" -> {
                            Thread.sleep(700);
                            b.picture(Path.of("/tmp/look/" + arg + ".png"));
                        }
                        default -> System.out.println("? " + line);
                    }
                } catch (Throwable e) {
                    System.out.println("FAILED " + line + ": "
                            + String.valueOf(e.getMessage()).split("\n")[0]);
                    b.picture(Path.of("/tmp/look/failed.png"));
                }
            }
        }
    }
}
