package baddle.app.consolidate;

import baddle.app.KeptBytes;
import baddle.app.OutputList;
import baddle.app.Project;
import baddle.app.ProjectFiles;
import baddle.app.ThisProgram;
import baddle.store.StoreState;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.LoggerFactory;

/**
 * What consolidating would say if it were done again with nothing changed, kept beside a print of
 * all that it depends on: the program, the plan, the files and the store. While these are as they
 * were the answer stands, and neither plan nor store has to be opened.
 */
public final class StandingResult {

  private static final int FORMAT = 0x42440001;

  private final Path planFile;
  private final FilesPrint print;

  private StandingResult(Path planFile, FilesPrint print) {
    this.planFile = planFile;
    this.print = print;
  }

  private static KeptBytes kept(Path planFile) {
    return new KeptBytes(
        Project.storeFolder(planFile).resolve("standing " + planFile.getFileName()));
  }

  /**
   * The result that stands for a plan.
   *
   * @return empty if anything has changed since, nothing is known, or the plan has parameters
   */
  public static Optional<ConsolidateResult> of(Path planFile) {
    KeptBytes kept = kept(planFile);
    try {
      Optional<byte[]> bytes = kept.read();
      return bytes.isEmpty() ? Optional.empty() : read(bytes.get());
    } catch (IOException | RuntimeException e) {
      LoggerFactory.getLogger(StandingResult.class).debug("{} is of no use", kept, e);
      return Optional.empty();
    }
  }

  private static Optional<ConsolidateResult> read(byte[] bytes) throws IOException {
    DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
    if (in.readInt() != FORMAT || !ResultFile.text(in).equals(ThisProgram.parts())) {
      return Optional.empty();
    }
    Path storeFolder = Path.of(ResultFile.text(in));
    StoreState state = new StoreState(ResultFile.text(in), ResultFile.text(in));
    Map<String, String> parts = new LinkedHashMap<>();
    for (int left = in.readInt(); left > 0; left--) {
      parts.put(ResultFile.text(in), ResultFile.text(in));
    }
    ConsolidateResult result = ResultFile.read(in);
    boolean stands =
        StoreState.of(storeFolder).filter(state::equals).isPresent() && FilesPrint.holds(parts);
    return stands ? Optional.of(result) : Optional.empty();
  }

  /**
   * Takes a print before anything is looked at, so that whatever changes from here on is seen later
   * on.
   *
   * @return empty where no result can be kept: a change of a file could go unseen, not all can be
   *     looked at, the plan has parameters, or asks databases
   */
  static Optional<StandingResult> begin(Project project, Instant now) {
    boolean asks = project.plan().feeds().values().stream().anyMatch(f -> f.query().isPresent());
    if (asks || !project.plan().parameters().values().isEmpty()) {
      return Optional.empty();
    }
    ProjectFiles files = ProjectFiles.of(project);
    Set<Path> named = new LinkedHashSet<>(files.files());
    named.add(OutputList.of(project.planFile()).file());
    try {
      FilesPrint print = FilesPrint.of(new ProjectFiles(files.folders(), named));
      return ChangeDetector.isSettled(print.youngest(), Look.nanos(now))
          ? Optional.of(new StandingResult(project.planFile(), print))
          : Optional.empty();
    } catch (IOException e) {
      LoggerFactory.getLogger(StandingResult.class).debug("no answer is kept", e);
      return Optional.empty();
    }
  }

  /**
   * Keeps a result.
   *
   * @param writer who wrote to the store, which is closed by now
   */
  void keep(ConsolidateResult result, Path storeFolder, String writer) {
    KeptBytes kept = kept(planFile);
    try {
      Optional<StoreState> state = StoreState.of(storeFolder);
      if (state.isEmpty() || !state.get().writer().equals(writer)) {
        return;
      }
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      DataOutputStream out = new DataOutputStream(bytes);
      out.writeInt(FORMAT);
      ResultFile.text(ThisProgram.parts(), out);
      ResultFile.text(storeFolder.toString(), out);
      ResultFile.text(state.get().file(), out);
      ResultFile.text(state.get().writer(), out);
      out.writeInt(print.parts().size());
      for (Map.Entry<String, String> part : print.parts().entrySet()) {
        ResultFile.text(part.getKey(), out);
        ResultFile.text(part.getValue(), out);
      }
      ResultFile.write(result, out);
      kept.write(bytes.toByteArray());
    } catch (IOException e) {
      LoggerFactory.getLogger(StandingResult.class).debug("{} isn't kept", kept, e);
    }
  }
}
