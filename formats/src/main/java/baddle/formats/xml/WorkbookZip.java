package baddle.formats.xml;

import baddle.core.grid.UnreadableFileException;
import java.io.EOFException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/** Opens the zip files that workbooks are. */
public final class WorkbookZip {

  private WorkbookZip() {}

  /**
   * Opens one.
   *
   * @throws UnreadableFileException if it is damaged
   */
  public static ZipFile open(Path file) throws IOException {
    try {
      return new ZipFile(file.toFile());
    } catch (ZipException | EOFException | IllegalArgumentException e) {
      throw new UnreadableFileException("a damaged workbook (" + e.getMessage() + ")", 0);
    }
  }
}
