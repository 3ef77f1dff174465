package baddle.app;

import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.Consolidation;
import baddle.plan.PlanException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Map;

/** A project in a scratch folder, whose files were written a while ago. */
public final class ProjectFolder {

  /** When everything is done. */
  public static final Clock CLOCK =
      Clock.fixed(Instant.parse("2026-07-01T08:00:00Z"), ZoneOffset.UTC);

  private final Path folder;
  private final Path plan;
  private Instant written = CLOCK.instant().minusSeconds(100_000);

  /** A project with a plan and nothing else. */
  public ProjectFolder(Path folder, String plan) throws IOException {
    this.folder = folder;
    this.plan = write("baddle.yaml", plan);
  }

  /** The plan's file. */
  public Path plan() {
    return plan;
  }

  /** Where a file of the project is. */
  public Path at(String path) {
    return folder.resolve(path);
  }

  /** Writes a file, a second after the one before. */
  public Path write(String path, String text) throws IOException {
    Path file = at(path);
    Files.createDirectories(file.resolveSibling(""));
    Files.writeString(file, text);
    written = written.plusSeconds(1);
    return Files.setLastModifiedTime(file, FileTime.from(written));
  }

  /** The project as its plan is now. */
  public Project project() throws IOException, PlanException {
    return Project.open(plan, Map.of());
  }

  /** Brings in what is new. */
  public ConsolidateResult consolidate() throws IOException, PlanException {
    return Consolidation.of(project(), CLOCK, 2).run();
  }
}
