package baddle.store;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Something is wrong with the store as a whole; the subclasses tell what can be done about it. */
public class StoreException extends IOException {

  private static final long serialVersionUID = 1L;

  private final String store;

  StoreException(String message, Path store) {
    super(message);
    this.store = store.toString();
  }

  StoreException(String message, Path store, Throwable cause) {
    super(message, cause);
    this.store = store.toString();
  }

  /** The store's file. */
  public String store() {
    return store;
  }

  /** There is no batch in a folder's store. */
  public static Absent nothingConsolidated(Path folder) {
    return new Absent(
        "nothing has been consolidated yet in " + folder + "; run baddle consolidate", folder);
  }

  /** There is no batch of a number. */
  public static Absent noBatch(int number, int last, Path folder) {
    return new Absent("there is no batch " + number + "; the last is " + last, folder);
  }

  /** What a batch had was removed. */
  public static Absent removed(int number, Path folder) {
    return new Absent("what batch " + number + " had was removed to shrink the store", folder);
  }

  /** Another process is writing; the remedy is to wait for it. */
  public static final class Locked extends StoreException {
    private static final long serialVersionUID = 1L;

    Locked(String holder, Path store) {
      super("the dataset is being written by " + holder + "; wait until it has ended", store);
    }
  }

  /** A newer version of the program wrote it; the remedy is to use that. */
  public static final class Newer extends StoreException {
    private static final long serialVersionUID = 1L;

    Newer(int found, int known, Path store) {
      super(
          store
              + " has format "
              + found
              + ", written by a newer Baddle; this one reads up to format "
              + known
              + "; use the newer one",
          store);
    }
  }

  /** It doesn't hold what it should; the remedy is to rebuild it from its sources. */
  public static final class Damaged extends StoreException {
    private static final long serialVersionUID = 1L;

    Damaged(String what, Path store) {
      super(store + " is damaged: " + what + "; move it away and consolidate again", store);
    }

    /** Of a part that can be rebuilt from these files. */
    Damaged(String what, List<String> files, Path store) {
      super(
          store
              + " is damaged: "
              + what
              + ", where rows of "
              + files.get(0)
              + (files.size() > 1 ? " and " + (files.size() - 1) + " more files" : "")
              + " are kept; baddle consolidate --rebuild reads them from their files again",
          store);
    }
  }

  /** Nothing has been consolidated yet; the remedy is to do that. */
  public static final class Absent extends StoreException {
    private static final long serialVersionUID = 1L;

    Absent(String message, Path store) {
      super(message, store);
    }
  }
}
