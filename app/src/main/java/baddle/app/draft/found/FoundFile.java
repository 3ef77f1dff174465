package baddle.app.draft.found;

import java.util.List;

/**
 * A file that could be read.
 *
 * @param path from the plan's folder on
 * @param sheets those that a person who opens it sees and Baddle didn't write
 * @param leftAlone why other sheets aren't among them, a line each
 */
public record FoundFile(String path, List<FoundSheet> sheets, List<String> leftAlone) {

  /** Copies the lists. */
  public FoundFile {
    sheets = List.copyOf(sheets);
    leftAlone = List.copyOf(leftAlone);
  }

  /** The folder of a path; empty for none. */
  public static String folderOf(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }

  /** The name of a path's file, without its ending. */
  public static String stemOf(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.lastIndexOf('.') < 1 ? name : name.substring(0, name.lastIndexOf('.'));
  }
}
