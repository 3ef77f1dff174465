package baddle.formats.xml;

import baddle.core.grid.UnreadableFileException;
import java.io.EOFException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/** Opens the zip files that workbooks are. */
public final class WorkbookZip {

  private WorkbookZip() {}

  /**
   * Opens one, and makes sure that what it says of all its parts can be read: the library decodes
   * that only when a part is looked for.
   *
   * @throws UnreadableFileException if it is damaged
   */
  public static ZipFile open(Path file) throws IOException {
    ZipFile zip = null;
    try {
      zip = new ZipFile(file.toFile());
      Enumeration<? extends ZipEntry> entries = zip.entries();
      while (entries.hasMoreElements()) {
        entries.nextElement();
      }
      return zip;
    } catch (ZipException | EOFException | IllegalArgumentException e) {
      if (zip != null) {
        zip.close();
      }
      throw new UnreadableFileException("a damaged workbook (" + e.getMessage() + ")", 0);
    }
  }
}
