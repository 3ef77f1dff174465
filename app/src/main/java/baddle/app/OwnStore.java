package baddle.app;

import baddle.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Optional;

/** Opens a project's store to write to it, but not one that another plan keeps its datasets in. */
public final class OwnStore {

  private OwnStore() {}

  /**
   * Opens it.
   *
   * @throws OtherPlanException if the last batch was made by another plan that is still there
   */
  public static Store openToWrite(Project project) throws IOException {
    Store store = Store.openToWrite(project.storeFolder());
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
