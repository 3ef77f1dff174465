package baddle.app.reading;

import baddle.core.grid.UnreadableFileException;
import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;

/** Puts into words why one file couldn't be read, whatever stopped it. */
public final class FileFailure {

  private FileFailure() {}

  /** A phrase without a full stop and without the file's name. */
  public static String words(Throwable e) {
    if (e instanceof NoSuchFileException) {
      return "it vanished while it was being read";
    }
    if (e instanceof AccessDeniedException) {
      return "no permission to read it";
    }
    if (e instanceof OutOfMemoryError) {
      return "it takes more memory than there is; BADDLE_HEAP=2g gives more";
    }
    if (e instanceof UnreadableFileException || e instanceof java.io.IOException) {
      return String.valueOf(e.getMessage());
    }
    return "reading it failed in a way that was not foreseen (" + e + ")";
  }
}
