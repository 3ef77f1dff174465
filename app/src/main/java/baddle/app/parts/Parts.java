package baddle.app.parts;

import baddle.app.changes.CheckedFile;
import java.util.ArrayList;
import java.util.List;

/**
 * Groups the files to read so that small ones share a part and large ones can be read at the same
 * time. The groups depend on the files alone, so that every run stores the same.
 */
public final class Parts {

  private static final long SMALLEST = 1L << 20;
  private static final long LARGEST = 1L << 25;
  private static final int WANTED = 16;

  private Parts() {}

  /** Groups of files in order; a group's files are of one dataset. */
  public static List<List<CheckedFile>> of(List<CheckedFile> files) {
    long total = files.stream().mapToLong(file -> file.file().size()).sum();
    long enough = Math.max(SMALLEST, Math.min(LARGEST, total / WANTED));
    List<List<CheckedFile>> parts = new ArrayList<>();
    List<CheckedFile> part = new ArrayList<>();
    long size = 0;
    String dataset = "";
    for (CheckedFile file : files) {
      boolean other = !file.file().feed().dataset().equals(dataset);
      if (!part.isEmpty() && (other || size >= enough)) {
        parts.add(part);
        part = new ArrayList<>();
        size = 0;
      }
      part.add(file);
      size += file.file().size();
      dataset = file.file().feed().dataset();
    }
    if (!part.isEmpty()) {
      parts.add(part);
    }
    return parts;
  }
}
