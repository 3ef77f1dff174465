package baddle.app.kept;

import baddle.app.KeptBytes;
import baddle.app.Project;
import baddle.app.ThisProgram;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/**
 * What a command would find again as long as nothing changes, kept beside the store with the state
 * it depends on. While that is as it was, neither plan nor store has to be opened.
 *
 * @param <R> what the command finds
 */
public final class KeptResult<R extends Record> {

  private static final int FORMAT = 0x42440003;

  private final Path project;
  private final KeptBytes kept;
  private final Class<R> type;

  /**
   * The result of a command for a plan.
   *
   * @param command a word for it
   */
  public KeptResult(Path planFile, String command, Class<R> type) {
    Path store = Project.storeFolder(planFile);
    this.project = store.resolveSibling("");
    this.kept = new KeptBytes(store.resolve(command + " " + planFile.getFileName()));
    this.type = type;
  }

  /** The result; empty if anything has changed since, or nothing is known. */
  public Optional<R> get() {
    try {
      Optional<byte[]> bytes = kept.read();
      return bytes.isEmpty() ? Optional.empty() : read(bytes.get());
    } catch (IOException | RuntimeException e) {
      LoggerFactory.getLogger(KeptResult.class).debug("{} is of no use", kept, e);
      return Optional.empty();
    }
  }

  /** What finds a result. */
  @FunctionalInterface
  public interface Work<R> {

    /** Finds it. */
    R find() throws IOException;
  }

  /**
   * The result that is kept; else what some work finds, which is kept for the next time if the
   * state of the project can be told.
   *
   * @param project only read by the work
   */
  public R getOr(Project project, Work<R> work) throws IOException {
    Optional<R> known = get();
    if (known.isPresent()) {
      return known.get();
    }
    Optional<String> writer = ProjectState.writer(project);
    Optional<ProjectState.Before> before =
        writer.isEmpty() ? Optional.empty() : ProjectState.before(project, Instant.now());
    R result = work.find();
    before.flatMap(files -> files.with(writer.get())).ifPresent(state -> keep(result, state));
    return result;
  }

  private Optional<R> read(byte[] bytes) throws IOException {
    DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
    if (in.readInt() != FORMAT || !in.readUTF().equals(ThisProgram.parts())) {
      return Optional.empty();
    }
    RecordCodec codec = new RecordCodec(project);
    return codec.read(ProjectState.class, in).holds(project)
        ? Optional.of(codec.read(type, in))
        : Optional.empty();
  }

  /** Keeps a result. */
  public void keep(R result, ProjectState state) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    try {
      out.writeInt(FORMAT);
      out.writeUTF(ThisProgram.parts());
      RecordCodec codec = new RecordCodec(project);
      codec.write(state, out);
      codec.write(result, out);
    } catch (IOException | RuntimeException e) {
      LoggerFactory.getLogger(KeptResult.class).warn("{} isn't kept", kept, e);
      return;
    }
    kept.write(bytes.toByteArray());
  }
}
