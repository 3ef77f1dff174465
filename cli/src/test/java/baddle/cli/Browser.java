package baddle.cli;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.logging.Level;
import org.junit.jupiter.api.Assumptions;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;

/** Chromium with its driver, as Debian's packages chromium and chromium-driver bring them. */
final class Browser implements AutoCloseable {

  private static final Path CHROMIUM = Path.of("/usr/bin/chromium");
  private static final Path DRIVER = Path.of("/usr/bin/chromedriver");

  private final ChromeDriver driver;

  private Browser(ChromeDriver driver) {
    this.driver = driver;
  }

  /** Starts one; the test is skipped where there is none. */
  static Browser start(Path profile) {
    Assumptions.assumeTrue(
        Files.isExecutable(CHROMIUM) && Files.isExecutable(DRIVER),
        "no browser: install the packages chromium and chromium-driver");
    LoggingPreferences logs = new LoggingPreferences();
    logs.enable(LogType.BROWSER, Level.ALL);
    logs.enable(LogType.PERFORMANCE, Level.ALL);
    ChromeOptions options =
        new ChromeOptions()
            .addArguments(
                "--headless",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--window-size=1280,800",
                "--user-data-dir=" + profile);
    options.setBinary(CHROMIUM.toFile());
    options.setCapability("goog:loggingPrefs", logs);
    options.setExperimentalOption(
        "prefs", Map.of("download.default_directory", profile.resolve("downloads").toString()));
    ChromeDriverService service =
        new ChromeDriverService.Builder().usingDriverExecutable(DRIVER.toFile()).build();
    return new Browser(new ChromeDriver(service, options));
  }

  /** Opens a page, or the same one with another fragment. */
  void open(Path page, String fragment) {
    driver.get("about:blank");
    driver.get(page.toUri() + fragment);
  }

  /** Runs a script that returns a text, a number, a truth or a list. */
  Object run(String script) {
    return driver.executeScript(script);
  }

  /** Runs a script whose last argument takes its result. */
  Object await(String script) {
    return driver.executeAsyncScript(script);
  }

  String text(String script) {
    return String.valueOf(run(script));
  }

  /**
   * Shows the page as it is printed, or to somebody who prefers dark.
   *
   * @param media {@code screen} or {@code print}
   * @param scheme {@code light} or {@code dark}
   */
  void show(String media, String scheme) {
    driver.executeCdpCommand(
        "Emulation.setEmulatedMedia",
        Map.of(
            "media",
            media,
            "features",
            List.of(Map.of("name", "prefers-color-scheme", "value", scheme))));
  }

  void size(int width, int height) {
    driver.manage().window().setSize(new Dimension(width, height));
  }

  /** What the page has complained of since it was asked last. */
  List<String> complaints() {
    return driver.manage().logs().get(LogType.BROWSER).getAll().stream()
        .map(entry -> entry.getLevel() + " " + entry.getMessage())
        .toList();
  }

  /** The addresses that were asked for, other than files and what the page made itself. */
  List<String> requests() {
    return driver.manage().logs().get(LogType.PERFORMANCE).getAll().stream()
        .map(entry -> entry.getMessage())
        .filter(message -> message.contains("Network.requestWillBeSent\""))
        .filter(message -> message.matches("(?s).*\"url\":\"(http|ws|ftp).*"))
        .toList();
  }

  /** What an accessibility checker finds: its rules with the elements concerned. */
  Object barriers() throws IOException {
    String place = "/META-INF/resources/webjars/axe-core/4.6.3/axe.min.js";
    try (InputStream in = Objects.requireNonNull(Browser.class.getResourceAsStream(place))) {
      driver.executeScript(new String(in.readAllBytes(), StandardCharsets.UTF_8));
    }
    return await(
        "const done = arguments[arguments.length - 1];"
            + "axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']})"
            + ".then(found => done(found.violations.map(one => one.id + ': '"
            + " + one.nodes.slice(0, 3).map(node => node.html).join(' '))));");
  }

  @Override
  public void close() {
    driver.quit();
  }
}
