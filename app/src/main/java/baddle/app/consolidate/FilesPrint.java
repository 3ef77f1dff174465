package baddle.app.consolidate;

import baddle.app.FileWalk;
import baddle.app.ProjectFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.TimeUnit;

/**
 * Files and folders as they lie there: of each file its name, size, time of modification and what
 * the file system knows it by. Nothing is opened, and no plan is needed to look again.
 *
 * @param parts what is seen of each folder, whose path ends in a separator, and of each file
 * @param youngest the latest time of modification, in nanoseconds since 1970
 */
record FilesPrint(Map<String, String> parts, long youngest) {

  private static final String SEPARATOR = "/";
  private static final String ABSENT = "absent";

  /** Takes a print of what lies there now. */
  static FilesPrint of(ProjectFiles files) throws IOException {
    Map<String, String> parts = new LinkedHashMap<>();
    long youngest = Long.MIN_VALUE;
    for (Path folder : files.folders()) {
      Seen seen = Seen.ofFolder(folder);
      parts.put(folder.toAbsolutePath() + SEPARATOR, seen.text());
      youngest = Math.max(youngest, seen.youngest);
    }
    for (Path file : files.files()) {
      Seen seen = Seen.ofFile(file);
      parts.put(file.toAbsolutePath().toString(), seen.text());
      youngest = Math.max(youngest, seen.youngest);
    }
    return new FilesPrint(parts, youngest);
  }

  /** Whether all lies there as it did. */
  static boolean holds(Map<String, String> parts) throws IOException {
    for (Map.Entry<String, String> part : parts.entrySet()) {
      Path path = Path.of(part.getKey());
      boolean folder = part.getKey().endsWith(SEPARATOR);
      Seen seen = folder ? Seen.ofFolder(path) : Seen.ofFile(path);
      if (!seen.text().equals(part.getValue())) {
        return false;
      }
    }
    return true;
  }

  private static final class Seen {

    private final StringBuilder text = new StringBuilder();
    private long youngest = Long.MIN_VALUE;

    static Seen ofFolder(Path folder) throws IOException {
      Seen seen = new Seen();
      if (Files.isDirectory(folder)) {
        int base = folder.toString().length();
        FileWalk.of(folder, (file, found) -> seen.add(file.toString().substring(base), found));
      } else {
        seen.text.append(ABSENT);
      }
      return seen;
    }

    static Seen ofFile(Path file) throws IOException {
      Seen seen = new Seen();
      if (Files.isRegularFile(file)) {
        seen.add("", Files.readAttributes(file, BasicFileAttributes.class));
      } else {
        seen.text.append(ABSENT);
      }
      return seen;
    }

    private void add(String name, BasicFileAttributes found) {
      long modified = found.lastModifiedTime().to(TimeUnit.NANOSECONDS);
      youngest = Math.max(youngest, modified);
      text.append(name).append('\n').append(found.size()).append(' ').append(modified);
      text.append(' ').append(Objects.hashCode(found.fileKey())).append('\n');
    }

    String text() {
      return text.toString();
    }
  }
}
