package baddle.app.draft.found;

import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * A file that could be read.
 *
 * @param path from the plan's folder on
 * @param sheets those that a person who opens it sees and Baddle didn't write
 * @param leftAlone why other sheets aren't among them, a line each
 */
public record FolderFile(String path, List<FoundSheet> sheets, List<String> leftAlone) {

  /** Copies the lists. */
  public FolderFile {
    sheets = List.copyOf(sheets);
    leftAlone = List.copyOf(leftAlone);
  }

  /** The folder of a path; empty for none. */
  public static String folderOf(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }

  /** The rows' numbers of its tables; none where some are missing. */
  public Set<Long> fingerprints() {
    Set<Long> fingerprints = new HashSet<>();
    for (FoundSheet sheet : sheets) {
      for (FoundTable table : sheet.tables()) {
        if (!table.rows().hasAllFingerprints()) {
          return Set.of();
        }
        fingerprints.addAll(table.rows().fingerprints());
      }
    }
    return fingerprints;
  }

  /** How many rows its tables have. */
  public long rows() {
    return sheets.stream()
        .flatMap(sheet -> sheet.tables().stream())
        .mapToLong(table -> table.table().rows())
        .sum();
  }

  /** The ending of a path's file, with its dot; empty for none. */
  public static String endingOf(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.substring(stemOf(name).length());
  }

  /** The name of a path's file, without its ending. */
  public static String stemOf(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.lastIndexOf('.') < 1 ? name : name.substring(0, name.lastIndexOf('.'));
  }
}
