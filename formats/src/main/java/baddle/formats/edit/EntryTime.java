package baddle.formats.edit;

import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.util.zip.ZipEntry;

/** The times of a package's parts. */
final class EntryTime {

  /** New parts have no time of their own, so that the same content is the same file. */
  static final LocalDateTime NONE = LocalDateTime.of(1980, 1, 1, 0, 0);

  private EntryTime() {}

  /** When a part was written, as far as its package can tell. */
  static LocalDateTime of(ZipEntry entry) {
    try {
      return entry.getTime() < 0 ? NONE : entry.getTimeLocal();
    } catch (DateTimeException e) {
      return NONE;
    }
  }
}
