package baddle.app.kept;

import baddle.app.FileWalk;
import baddle.app.Fingerprint;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** What lies at one place; nothing is what isn't there. */
final class SeenFile {

  private final StringBuilder text = new StringBuilder();
  long youngest = Long.MIN_VALUE;

  /**
   * Looks there.
   *
   * @param project the folder that relative keys begin in
   */
  SeenFile(Path project, String key) throws IOException {
    Path path = project.resolve(key);
    if (!FilesFingerprint.isFolder(key) && Files.isRegularFile(path)) {
      add("", Fingerprint.of(path));
    } else if (FilesFingerprint.isFolder(key) && Files.isDirectory(path)) {
      text.append(FilesFingerprint.SEPARATOR);
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
