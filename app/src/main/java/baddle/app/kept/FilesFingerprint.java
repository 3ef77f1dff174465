package baddle.app.kept;

import baddle.app.FileWalk;
import baddle.app.Fingerprint;
import baddle.app.reading.ProjectFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Files and folders as they lie there: of each file its name and fingerprint. Nothing is opened,
 * and no plan is needed to look again.
 *
 * @param parts what is seen of each folder, whose path ends in a separator, and of each file
 * @param youngest the latest time of modification, in nanoseconds since 1970
 */
record FilesFingerprint(Map<String, String> parts, long youngest) {

  private static final String SEPARATOR = "/";

  FilesFingerprint {
    parts = Collections.unmodifiableMap(new LinkedHashMap<>(parts));
  }

  /** Takes a fingerprint of what lies there now. */
  static FilesFingerprint of(ProjectFiles files) throws IOException {
    List<String> keys = new ArrayList<>();
    files.folders().forEach(folder -> keys.add(folder.toAbsolutePath() + SEPARATOR));
    files.files().forEach(file -> keys.add(file.toAbsolutePath().toString()));
    Map<String, String> parts = new LinkedHashMap<>();
    long youngest = Long.MIN_VALUE;
    for (String key : keys) {
      Seen seen = new Seen(key);
      parts.put(key, seen.text());
      youngest = Math.max(youngest, seen.youngest);
    }
    return new FilesFingerprint(parts, youngest);
  }

  /** Whether a part is of a folder. */
  static boolean isFolder(String key) {
    return key.endsWith(SEPARATOR);
  }

  /** Whether all lies there as it did. */
  static boolean holds(Map<String, String> parts) throws IOException {
    for (Map.Entry<String, String> part : parts.entrySet()) {
      if (!new Seen(part.getKey()).text().equals(part.getValue())) {
        return false;
      }
    }
    return true;
  }

  /** What lies at one place; nothing is what isn't there. */
  private static final class Seen {

    private final StringBuilder text = new StringBuilder();
    private long youngest = Long.MIN_VALUE;

    Seen(String key) throws IOException {
      Path path = Path.of(key);
      if (!isFolder(key) && Files.isRegularFile(path)) {
        add("", Fingerprint.of(path));
      } else if (isFolder(key) && Files.isDirectory(path)) {
        text.append(SEPARATOR);
        int base = path.toString().length();
        FileWalk.of(path, (file, found) -> add(file.toString().substring(base), found));
      }
    }

    private void add(String name, Fingerprint found) {
      youngest = Math.max(youngest, found.modified());
      text.append(name).append('\n').append(found.text()).append('\n');
    }

    String text() {
      return text.toString();
    }
  }
}
