package baddle.app;

import baddle.plan.Plan;
import baddle.plan.PlanException;
import baddle.plan.read.KnownPlan;
import baddle.plan.read.PlanReader;
import baddle.store.BlockChecksums;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;

/**
 * A plan and the folder it is in.
 *
 * @param planFile the plan's file, absolute
 * @param plan what it says
 * @param elsewhere where its store is; empty for beside the plan
 * @param progress is told how far work on it has got
 * @param checksums what is known of the blocks of its store
 * @param environment where secrets come from that the plan names
 */
public record Project(
    Path planFile,
    Plan plan,
    Optional<Path> elsewhere,
    Progress progress,
    BlockChecksums checksums,
    Environment environment) {

  /** A project whose store is where it belongs. */
  public Project(Path planFile, Plan plan) {
    this(planFile, plan, Optional.empty(), Progress.SILENT, new BlockChecksums(), Environment.OWN);
  }

  /** The same with another plan. */
  public Project with(Plan other) {
    return new Project(planFile, other, elsewhere, progress, checksums, environment);
  }

  /** The same, but something else is told how far work on it has got. */
  public Project with(Progress other) {
    return new Project(planFile, plan, elsewhere, other, checksums, environment);
  }

  /** The same, but its secrets come from elsewhere. */
  public Project with(Environment other) {
    return new Project(planFile, plan, elsewhere, progress, checksums, other);
  }

  /** The same, but nothing of it is stored beside the plan. */
  public Project storedIn(Path folder) {
    return new Project(
        planFile, plan, Optional.of(folder), progress, new BlockChecksums(), environment);
  }

  /** The name a plan has unless one is given. */
  public static final String PLAN_NAME = "baddle.yaml";

  /** The folder beside the plan that holds the store and the log. */
  public static final String STORE_FOLDER = ".baddle";

  /**
   * Reads a project's plan.
   *
   * @throws PlanException if the plan can't be followed
   */
  public static Project open(Path planFile) throws IOException, PlanException {
    return open(planFile, Map.of());
  }

  /**
   * Reads a project's plan.
   *
   * @param parameters values of the plan's parameters, by name
   * @throws PlanException if the plan can't be followed
   */
  public static Project open(Path planFile, Map<String, String> parameters)
      throws IOException, PlanException {
    Path absolute = planFile.toAbsolutePath().normalize();
    KnownPlan known = new KnownPlan(new KeptBytes(keptPlan(absolute)), ThisProgram.parts());
    return new Project(absolute, PlanReader.read(planFile, parameters, Optional.of(known)));
  }

  private static Path keptPlan(Path planFile) {
    return storeFolder(planFile).resolve("plan " + planFile.getFileName());
  }

  /** The plan in a folder or the nearest folder above it. */
  public static Optional<Path> findPlan(Path folder) {
    for (Path at = folder.toAbsolutePath().normalize(); at != null; at = at.getParent()) {
      Path plan = at.resolve(PLAN_NAME);
      if (Files.isRegularFile(plan)) {
        return Optional.of(plan);
      }
    }
    return Optional.empty();
  }

  /** The folder the plan is in, which its paths are relative to. */
  public Path folder() {
    return storeFolder(planFile).resolveSibling("");
  }

  /** Where the store of this project is; other values of its parameters may have another. */
  public Path storeFolder() {
    return elsewhere
        .orElseGet(() -> storeFolder(planFile))
        .resolve(plan.store())
        .resolve(plan.parameters().dataName());
  }

  /** Where all is kept that belongs to the plans of a folder. */
  public static Path storeFolder(Path planFile) {
    return planFile.toAbsolutePath().normalize().resolveSibling(STORE_FOLDER);
  }

  /** Whether a file lies in any plan's store folder. */
  public static boolean isInStore(Path file) {
    for (Path part : file.resolveSibling("")) {
      if (part.toString().equals(STORE_FOLDER)) {
        return true;
      }
    }
    return false;
  }
}
