package baddle.formats;

import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.csv.CsvFile;
import baddle.formats.xlsx.XlsxFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** Every format there is. */
public final class Formats implements GridOpener {

  private static final byte[] ZIP = {'P', 'K', 3, 4};
  private static final byte[] COMPOUND_FILE = {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0};

  /**
   * Opens a file as what it is, whatever its name says.
   *
   * @throws UnreadableFileException if it is of no kind that can be read
   */
  @Override
  public GridFile open(Path file) throws IOException {
    byte[] start = start(file);
    if (Arrays.equals(start, ZIP)) {
      return XlsxFile.open(file);
    }
    if (Arrays.equals(start, COMPOUND_FILE)) {
      throw new UnreadableFileException(
          "an old binary workbook, or one locked with a password; expected .xlsx or CSV", 0);
    }
    return new CsvFile(file);
  }

  private static byte[] start(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return in.readNBytes(ZIP.length);
    }
  }
}
