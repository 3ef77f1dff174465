package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The archive that a user unpacks, in a folder that may only be read, as a user who isn't root, and
 * without a network where that can be had.
 */
class ArchiveProgramTests {

  private static final Path BUILT = Path.of("target").toAbsolutePath();
  private static final int MOST_SECONDS = 300;
  private static final String NOBODY = "65534";

  private Path scratch = Path.of("");
  private Path user = Path.of("");

  @BeforeEach
  void layOut() throws Exception {
    scratch = Files.createTempDirectory("baddle archive ");
    user = Files.createDirectory(scratch.resolve("user"));
    run(scratch, "chmod", "755", scratch.toString());
    run(scratch, "chmod", "777", user.toString());
  }

  @AfterEach
  void cleanUp() throws Exception {
    run(scratch, "chmod", "-R", "u+w", scratch.toString());
    run(BUILT, "rm", "-rf", scratch.toString());
  }

  private record Ended(int status, String out, String err) {}

  private Ended run(Path folder, String... command) throws Exception {
    Path out = Files.createTempFile("out", ".txt");
    Path err = Files.createTempFile("err", ".txt");
    ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile());
    builder.redirectOutput(out.toFile()).redirectError(err.toFile());
    builder.environment().put("HOME", user.toString());
    builder.environment().remove("XDG_CACHE_HOME");
    builder.environment().put("LC_ALL", "C.UTF-8");
    Process process = builder.start();
    assertThat(process.waitFor(MOST_SECONDS, TimeUnit.SECONDS)).isTrue();
    Ended ended = new Ended(process.exitValue(), Files.readString(out), Files.readString(err));
    Files.delete(out);
    Files.delete(err);
    return ended;
  }

  private static Path archive(String ending) throws IOException {
    try (Stream<Path> files = Files.list(BUILT)) {
      List<Path> found =
          files
              .filter(file -> file.getFileName().toString().matches("baddle-[0-9.]+" + ending))
              .toList();
      assumeThat(found).as("built with -Dno.archives").isNotEmpty();
      return found.get(0);
    }
  }

  /** The command as somebody else, without a network if this machine lets us. */
  private String[] asUser(String... command) throws Exception {
    List<String> all = new ArrayList<>();
    if (run(scratch, "unshare", "-n", "true").status() == 0) {
      all.addAll(List.of("unshare", "-n"));
    }
    if (run(scratch, "id", "-u").out().strip().equals("0")) {
      all.addAll(List.of("setpriv", "--reuid", NOBODY, "--regid", NOBODY, "--clear-groups"));
    }
    all.addAll(List.of(command));
    return all.toArray(String[]::new);
  }

  @ParameterizedTest
  @ValueSource(strings = {"\\.tar\\.gz", "\\.zip"})
  void the_demo_runs_from_where_it_was_unpacked(String ending) throws Exception {
    Path place = Files.createDirectory(scratch.resolve("Größe und Maß"));
    Path archive = archive(ending);
    String[] unpack =
        archive.toString().endsWith(".zip")
            ? new String[] {"jar", "xf", archive.toString()}
            : new String[] {"tar", "-xzf", archive.toString()};
    assertThat(run(place, unpack).status()).isZero();
    run(place, "sh", "-c", "chmod +x */bin/baddle */lib/train && chmod -R a-w,a+rX .");
    Path home;
    try (Stream<Path> made = Files.list(place)) {
      home = made.findFirst().orElseThrow();
    }

    Ended demo = run(user, asUser(home.resolve("bin/baddle").toString(), "demo", "my demo"));

    assertThat(demo.err()).isEmpty();
    assertThat(demo.status()).isZero();
    assertThat(user.resolve("my demo/.baddle/dataset.db")).exists();
    Ended check =
        run(user.resolve("my demo"), asUser(home.resolve("bin/baddle").toString(), "check"));
    assertThat(check.err()).isEmpty();
    assertThat(check.out()).contains("Completeness");
    assertThat(home.resolve("man/man1/baddle.1")).content().contains(".B baddle consolidate");
    assertThat(home.resolve("completions/baddle.bash")).content().contains("--fail-on");
    assertThat(home.resolve("THIRD-PARTY.txt")).content().contains("commons-cli");
    assertThat(home.resolve("baddle.cdx.json")).content().contains("\"CycloneDX\"");
    assertThat(run(user, "bash", "-n", home.resolve("completions/baddle.bash").toString()).err())
        .isEmpty();
  }
}
