package baddle.app.kept;

import baddle.app.reading.ProjectFiles;
import java.io.IOException;
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
 * @param parts what is seen of each folder, whose path ends in a separator, and of each file; paths
 *     below the project's folder are relative to it
 * @param youngest the latest time of modification, in nanoseconds since 1970
 */
record FilesFingerprint(Map<String, String> parts, long youngest) {

  static final String SEPARATOR = "/";

  FilesFingerprint {
    parts = Collections.unmodifiableMap(new LinkedHashMap<>(parts));
  }

  /** Takes a fingerprint of what lies there now. */
  static FilesFingerprint of(Path project, ProjectFiles files) throws IOException {
    List<String> keys = new ArrayList<>();
    files.folders().forEach(folder -> keys.add(key(project, folder) + SEPARATOR));
    files.files().forEach(file -> keys.add(key(project, file)));
    Map<String, String> parts = new LinkedHashMap<>();
    long youngest = Long.MIN_VALUE;
    for (String key : keys) {
      SeenFile seen = new SeenFile(project, key);
      parts.put(key, seen.text());
      youngest = Math.max(youngest, seen.youngest);
    }
    return new FilesFingerprint(parts, youngest);
  }

  /** What a file is called in the parts. */
  static String key(Path project, Path file) {
    Path absolute = file.toAbsolutePath().normalize();
    return (absolute.startsWith(project) ? project.relativize(absolute) : absolute).toString();
  }

  /** Whether a part is of a folder. */
  static boolean isFolder(String key) {
    return key.endsWith(SEPARATOR);
  }

  /** Whether all lies there as it did. */
  static boolean holds(Path project, Map<String, String> parts) throws IOException {
    for (Map.Entry<String, String> part : parts.entrySet()) {
      if (!new SeenFile(project, part.getKey()).text().equals(part.getValue())) {
        return false;
      }
    }
    return true;
  }
}
