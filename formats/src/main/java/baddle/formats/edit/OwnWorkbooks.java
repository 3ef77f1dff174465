package baddle.formats.edit;

import baddle.core.grid.UnreadableFileException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;

/** Opens workbooks that somebody keeps. */
public final class OwnWorkbooks {

  private OwnWorkbooks() {}

  /**
   * Opens one.
   *
   * @throws UnreadableFileException if it can't be read, or can't be changed
   */
  public static OwnWorkbook open(Path file) throws IOException {
    String name = file.toString().toLowerCase(Locale.ROOT);
    if (name.endsWith(".xls")) {
      throw new UnreadableFileException(
          "a workbook of the old format can't be changed; save it as .xlsx", 0);
    }
    if (name.endsWith(".xlsb")) {
      throw new UnreadableFileException("a workbook in binary parts; save it as .xlsx", 0);
    }
    return name.endsWith(".ods") ? OdsWorkbook.open(file) : XlsxWorkbook.open(file);
  }
}
