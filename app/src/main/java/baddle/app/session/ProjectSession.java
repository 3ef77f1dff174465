package baddle.app.session;

import baddle.app.BatchChoice;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.cells.KeptCells;
import baddle.app.reference.References;
import baddle.formats.Formats;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/**
 * A project that is read: its plan, its store, opened once, the files its plan refers to, each read
 * once at most, and what its rows come to. For one thread.
 */
public final class ProjectSession implements AutoCloseable {

  private final Project project;
  private final Store store;
  private final KeptCells cells;
  private final Map<List<Object>, DatasetReader> readers = new HashMap<>();
  private @Nullable References references;

  private ProjectSession(Project project, Store store) {
    this.project = project;
    this.store = store;
    this.cells = new KeptCells(project);
  }

  /**
   * Opens a project's store to read from it.
   *
   * @throws baddle.store.StoreException.Absent if nothing was consolidated yet
   */
  public static ProjectSession open(Project project) throws IOException {
    return new ProjectSession(project, OwnStore.openToRead(project));
  }

  /** A session with a store that somebody else closes, such as one that is written to. */
  public static ProjectSession in(Project project, Store store) {
    return new ProjectSession(project, store);
  }

  /** The plan and where it is. */
  public Project project() {
    return project;
  }

  /** The store; open as long as the session. */
  public Store store() {
    return store;
  }

  /** What the rows come to. */
  public KeptCells cells() {
    return cells;
  }

  /**
   * The files the plan refers to.
   *
   * @throws baddle.app.reference.ReferenceException if one can't be read
   */
  public References references() throws IOException {
    References known = references;
    if (known == null) {
      known = References.of(project, new Formats());
      references = known;
    }
    return known;
  }

  /**
   * A batch.
   *
   * @param number which; empty for the last
   * @throws baddle.store.StoreException if there is none, or not this one
   */
  public Batch batch(OptionalInt number) throws IOException {
    return BatchChoice.of(store, project, number);
  }

  /** Reads a dataset at a batch; columns that came later are blank. */
  public DatasetReader reader(String dataset, int batch) throws IOException {
    List<Object> key = List.of(dataset, batch);
    DatasetReader reader = readers.get(key);
    if (reader == null) {
      reader = newReader(dataset, batch);
      readers.put(key, reader);
    }
    return reader;
  }

  private DatasetReader newReader(String dataset, int batch) throws IOException {
    DatasetReader reader = store.dataset(dataset, batch);
    DatasetPlan planned = project.plan().datasets().get(dataset);
    if (planned == null) {
      return reader;
    }
    DatasetReader own = reader.orBlank(planned.schema());
    return planned.same().isEmpty() ? own : own.with(new SameNames(this, planned, own).spellings());
  }

  @Override
  public void close() throws IOException {
    store.close();
  }
}
