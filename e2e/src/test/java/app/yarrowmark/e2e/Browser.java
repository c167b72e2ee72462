package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A real browser, driven as a person would: by what is seen and by the keyboard. */
final class Browser implements AutoCloseable {

    private final ChromeDriver driver;
    private final int width;
    private final int height;

    /** A machine may be slow; who works on one journey waits less. */
    private static final Duration PATIENCE = Duration.ofSeconds(Integer.getInteger("yarrowmark.patience", 240));

    private Browser(ChromeDriver driver, int width, int height) {
        this.driver = driver;
        this.width = width;
        this.height = height;
    }

    static Browser open() {
        return open(1280, 800);
    }

    /** @param more options of the browser */
    static Browser open(int width, int height, String... more) {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-dev-shm-usage",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--window-size=" + width + "," + height,
                "--force-device-scale-factor=1",
                "--hide-scrollbars",
                "--lang=en-GB");
        options.addArguments(more);
        // A desk on the network makes its certificate itself; people accept it once.
        options.setAcceptInsecureCerts(true);
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(Path.of("/usr/bin/chromedriver").toFile())
                .withSilent(true)
                .build();
        ChromeDriver driver = new ChromeDriver(service, options);
        Browser browser = new Browser(driver, width, height);
        browser.size(width, height);
        return browser;
    }

    void go(String url) {
        driver.get(url);
    }

    /** Opens another tab and goes on there. */
    void newTab() {
        driver.switchTo().newWindow(WindowType.TAB);
    }

    /** Goes on in the first tab, with all others closed. */
    void closeNewTabs() {
        String first = driver.getWindowHandles().iterator().next();
        for (String other : driver.getWindowHandles()) {
            if (!other.equals(first)) {
                driver.switchTo().window(other).close();
            }
        }
        driver.switchTo().window(first);
    }

    void signIn(App app) {
        String[] who = app.signIn();
        go(app.url());
        type("Name", who[0]);
        type("Password", who[1]);
        press("Sign in");
        see("Desk");
        waitFor(By.cssSelector("nav[aria-label='Devices on the desk']"));
    }

    /** Waits until the text is on the page. */
    void see(String text) {
        waitUntil("to see \"" + text + "\"", () -> body().contains(text));
    }

    void seeNot(String text) {
        waitUntil("not to see \"" + text + "\"", () -> !body().contains(text));
    }

    /** What is on the page, cells parted by spaces; asked of the page itself, since a driver looks at every mark of every figure. */
    String body() {
        return String.valueOf(script("return document.body.innerText")).replace('\t', ' ');
    }

    /** Presses the button or link of that name. */
    void press(String name) {
        By by = By.xpath("//*[self::button or self::a or @role='option'][normalize-space(.)='" + name
                + "' or @aria-label='" + name + "']");
        waitUntil("to press " + name, () -> {
            List<WebElement> all = driver.findElements(by);
            WebElement button = all.stream()
                    .filter(e -> e.isDisplayed() && e.isEnabled())
                    .findFirst()
                    .orElse(null);
            if (button == null) {
                return false;
            }
            button.click();
            return true;
        });
    }

    /** Types into the field of that label, in place of what was there. */
    void type(String label, String text) {
        WebElement field = waitFor(By.xpath("//label[normalize-space(.)='" + label
                + "']/following-sibling::input | //*[self::input or self::textarea][@aria-label='" + label + "']"));
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), text);
    }

    /** Chooses from a list by its label. */
    void choose(String label, String choice) {
        WebElement picker = waitFor(
                By.cssSelector("button[aria-label='" + label + "'], input[role=combobox][aria-label='" + label + "']"));
        picker.click();
        if (picker.getTagName().equals("input")) {
            picker.sendKeys(Keys.chord(Keys.CONTROL, "a"), choice);
        }
        waitFor(By.xpath("//*[@role='option'][normalize-space(.)='" + choice + "']"))
                .click();
    }

    /** Picks from a plain list by its words. */
    void pick(String label, String choice) {
        new org.openqa.selenium.support.ui.Select(waitFor(By.cssSelector("select[aria-label='" + label + "']")))
                .selectByVisibleText(choice);
    }

    /** Pastes a text into what a selector finds. */
    void paste(By by, String text) {
        script(
                "const data = new DataTransfer(); data.setData('text', arguments[1]); data.setData('text/plain', arguments[1]);"
                        + "arguments[0].focus(); arguments[0].dispatchEvent("
                        + "new ClipboardEvent('paste', {clipboardData: data, bubbles: true, cancelable: true}))",
                waitFor(by),
                text);
    }

    /** Sends keys to whatever has the focus. */
    void keys(CharSequence... keys) {
        driver.switchTo().activeElement().sendKeys(keys);
    }

    WebElement waitFor(By by) {
        waitUntil("for " + by, () -> !driver.findElements(by).isEmpty());
        return driver.findElement(by);
    }

    String text(String css) {
        return waitFor(By.cssSelector(css)).getText();
    }

    int count(String css) {
        return driver.findElements(By.cssSelector(css)).size();
    }

    Object script(String source, Object... args) {
        return ((JavascriptExecutor) driver).executeScript(source, args);
    }

    /** Seconds that the page's main thread has worked, since the browser began to count, by the browser's names of tasks. */
    double worked(String... tasks) {
        cdp("Performance.enable", Map.of());
        List<?> all = (List<?>) ((Map<?, ?>) cdp("Performance.getMetrics", Map.of())).get("metrics");
        return all.stream()
                .map(m -> (Map<?, ?>) m)
                .filter(m -> List.of(tasks).contains(m.get("name")))
                .mapToDouble(m -> ((Number) m.get("value")).doubleValue())
                .sum();
    }

    /** Waits until the page has been read and has nothing more to do. */
    void rest() {
        double[] before = {worked("TaskDuration")};
        waitUntil("the page to rest", () -> {
            script("return new Promise(done => setTimeout(done, 600))");
            double now = worked("TaskDuration");
            boolean still = now - before[0] < 0.03 && !body().contains("Reading");
            before[0] = now;
            return still;
        });
    }

    /** Turns the wheel over the middle of the page, and waits until that is drawn. */
    void wheel(int down) {
        cdp("Input.dispatchMouseEvent", Map.of("type", "mouseWheel", "x", 640, "y", 500, "deltaX", 0, "deltaY", down));
        script("return new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))");
    }

    Object cdp(String command, Map<String, Object> parameters) {
        return driver.executeCdpCommand(command, parameters);
    }

    /**
     * Fails if axe finds a fault on a view, in light or dark, or if the view scrolls sideways at any width. Dark differs in its colours only.
     *
     * @param ready text that shows that the view is there
     */
    void requireAccessible(String url, String ready) {
        script("localStorage.setItem('yarrowmark.theme', 'light')");
        go(url);
        see(ready);
        waitUntil("the view to be read", () -> !body().contains("Reading"));
        script(axe());
        assertThat(faults("{type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']}"))
                .as(url + ", light")
                .isEmpty();
        script("document.documentElement.dataset.theme = 'dark'");
        assertThat(faults("{type: 'rule', values: ['color-contrast']}"))
                .as(url + ", dark")
                .isEmpty();
        requireFolded(url);
    }

    /** Fails if the view scrolls sideways: as it is, at twice the size of type, or on a phone. */
    private void requireFolded(String url) {
        String over = "return document.documentElement.scrollWidth - window.innerWidth";
        assertThat(script(over)).as(url).isEqualTo(0L);
        for (int narrow : new int[] {640, 390}) {
            size(narrow, height);
            script("return new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))");
            waitUntil(
                    url + " to fold to " + narrow,
                    Duration.ofSeconds(5),
                    () -> Long.valueOf(0).equals(script(over)));
        }
        size(width, height);
    }

    private void size(int width, int height) {
        cdp(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
    }

    private static String axe() {
        try {
            return Files.readString(App.ROOT.resolve("web/node_modules/axe-core/axe.min.js"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What axe finds, a line each; its script must be on the page. */
    private List<?> faults(String rules) {
        return (List<?>)
                driver.executeAsyncScript(
                        "const done = arguments[0];"
                                + "axe.run(document, {resultTypes: ['violations'], runOnly: " + rules
                                + "}).then(r => done("
                                + "r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html + ' ' + n.failureSummary).join(' | '))))");
    }

    /**
     * Takes the figure of the view.
     *
     * @param form as the dialog calls it
     * @param type the media type that comes of it
     * @return the text of what was taken; of a picture, how many bytes it has
     */
    String take(String form, String type) {
        script("window.taken = {}; const made = window.made ??= URL.createObjectURL; URL.createObjectURL = blob => {"
                + "if (blob.type === 'image/png') window.taken[blob.type] = String(blob.size);"
                + "else blob.text().then(t => { window.taken[blob.type] = t }); return made.call(URL, blob) }");
        press("Take figure");
        press(form);
        waitUntil("for " + form, () -> script("return window.taken[arguments[0]]", type) != null);
        waitUntil("the dialog to close", () -> count("[role=dialog]") == 0);
        return String.valueOf(script("return window.taken[arguments[0]]", type));
    }

    String address() {
        return driver.getCurrentUrl();
    }

    void waitUntil(String what, Check check) {
        waitUntil(what, PATIENCE, check);
    }

    void waitUntil(String what, Duration patience, Check check) {
        WebDriverWait wait = new WebDriverWait(driver, patience, Duration.ofMillis(200));
        wait.ignoring(StaleElementReferenceException.class, org.openqa.selenium.ElementNotInteractableException.class)
                .ignoring(org.openqa.selenium.NoSuchElementException.class)
                .withMessage(() -> "waited " + what + "; the page shows:\n" + body())
                .until(d -> check.holds());
    }

    @FunctionalInterface
    interface Check {
        boolean holds();
    }

    /** Saves a picture of what is seen. */
    void picture(Path file) {
        try {
            Files.createDirectories(file.toAbsolutePath().getParent());
            Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        driver.quit();
    }
}
