package baddle.app;

import baddle.app.Progress.Work;
import baddle.store.ScanWatch;
import baddle.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Optional;

/**
 * Opens a project's store, and to write to it not one that another plan keeps its datasets in. Its
 * passes over rows are part of the project's progress.
 */
public final class OwnStore {

  private OwnStore() {}

  /**
   * Opens it to read from it.
   *
   * @throws baddle.store.StoreException.Absent if there is none yet
   */
  public static Store openToRead(Project project) throws IOException {
    Store store = Store.openToRead(project.storeFolder()).watched(passes(project.progress()));
    try {
      return store.sharing(project.checksums());
    } catch (IOException | RuntimeException e) {
      store.close();
      throw e;
    }
  }

  private static ScanWatch passes(Progress progress) {
    return new ScanWatch() {
      @Override
      public void begin(long rows) {
        progress.begin(Work.GOING_OVER, rows, 0);
      }

      @Override
      public void rows(long rows) {
        progress.step(Work.GOING_OVER, rows, 0, rows);
      }

      @Override
      public void end() {
        progress.end(Work.GOING_OVER);
      }
    };
  }

  /**
   * Opens it to write to it.
   *
   * @throws OtherPlanException if the last batch was made by another plan that is still there
   */
  public static Store openToWrite(Project project) throws IOException {
    Store store = Store.openToWrite(project.storeFolder()).watched(passes(project.progress()));
    try {
      Optional<String> theirs = store.catalogue().plan();
      String own = name(project);
      if (theirs.isPresent()
          && !theirs.get().equals(own)
          && Files.exists(project.planFile().resolveSibling(theirs.get()))) {
        throw new OtherPlanException(theirs.get(), own, project.storeFolder());
      }
      return store;
    } catch (IOException | RuntimeException e) {
      store.close();
      throw e;
    }
  }

  /** What the store knows a project's plan by. */
  public static String name(Project project) {
    return String.valueOf(project.planFile().getFileName());
  }
}
