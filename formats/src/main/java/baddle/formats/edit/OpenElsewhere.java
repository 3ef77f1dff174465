package baddle.formats.edit;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Tells by the lock files that office programs leave that a workbook is open in one of them. */
public final class OpenElsewhere {

  private OpenElsewhere() {}

  /** The file beside a workbook that says so; empty where there is none. */
  public static Optional<Path> lockOf(Path workbook) {
    String name = String.valueOf(workbook.getFileName());
    return List.of("~$" + name, ".~lock." + name + "#").stream()
        .map(lock -> workbook.toAbsolutePath().resolveSibling(lock))
        .filter(Files::exists)
        .findFirst();
  }

  /** What is said of a workbook that can't be written for it is open. */
  public static String message(Path workbook, Path lock) {
    return workbook
        + " is open in another program, for "
        + lock.getFileName()
        + " is there; close it there and try again (if it isn't open, remove that file)";
  }
}
