package baddle.formats;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.csv.DelimitedFile;
import baddle.formats.html.HtmlFile;
import baddle.formats.mail.MailFile;
import baddle.formats.ods.OdsFile;
import baddle.formats.result.ResultFile;
import baddle.formats.xls.XlsFile;
import baddle.formats.xlsx.XlsxFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;

/** Every format there is. */
public final class Formats implements GridOpener {

  private static final byte[] ZIP = {'P', 'K', 3, 4};
  private static final byte[] COMPOUND_FILE = {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0};
  private static final int HEAD = 1024;

  /** The media type of an open document is before this place in its zip file. */
  private static final int MEDIA_TYPE_BEFORE = 256;

  /**
   * Opens a file as what it is, whatever its name says.
   *
   * @throws UnreadableFileException if it is of no kind that can be read
   */
  @Override
  public GridFile open(Path file, Dialect dialect) throws IOException {
    byte[] head = head(file);
    if (startsWith(head, ZIP)) {
      return isOpenDocument(head) || OdsFile.isOne(file)
          ? Misnamed.check(file, OdsFile.open(file), ".ods")
          : Misnamed.check(file, XlsxFile.open(file), ".xlsx", ".xlsm");
    }
    if (startsWith(head, COMPOUND_FILE)) {
      return Misnamed.check(file, XlsFile.open(file), ".xls");
    }
    if (ResultFile.isOne(head)) {
      return ResultFile.open(file);
    }
    String text = new String(head, StandardCharsets.ISO_8859_1).toLowerCase(Locale.ROOT);
    if (isWorkbookOfOneXmlFile(text)) {
      throw new UnreadableFileException(
          "a workbook in the XML form of 2003; expected .xlsx, .xls or .ods: open it and save it as"
              + " one of those",
          0);
    }
    if (isOlderWorkbook(head)) {
      throw new UnreadableFileException(XlsFile.OLDER_FORMAT, 0);
    }
    if (isPage(text)) {
      return Misnamed.check(file, HtmlFile.open(file), ".html", ".htm");
    }
    String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
    if (name.endsWith(".eml") && isMessage(text)) {
      return MailFile.open(file, this, dialect);
    }
    return Misnamed.check(
        file, DelimitedFile.open(file, dialect), ".csv", ".txt", ".tsv", ".tab", ".prn", "");
  }

  private static byte[] head(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return in.readNBytes(HEAD);
    }
  }

  private static boolean startsWith(byte[] head, byte[] mark) {
    return head.length >= mark.length && Arrays.equals(head, 0, mark.length, mark, 0, mark.length);
  }

  /** Whether the media type is at the start of the zip file, as it has to. */
  private static boolean isOpenDocument(byte[] head) {
    int length = Math.min(head.length, MEDIA_TYPE_BEFORE);
    return new String(head, 0, length, StandardCharsets.ISO_8859_1).contains(OdsFile.MEDIA_TYPE);
  }

  private static boolean isWorkbookOfOneXmlFile(String head) {
    boolean xml = head.substring(Math.max(0, head.indexOf('<'))).startsWith("<?xml");
    return xml && head.contains("<workbook") && head.contains("office:spreadsheet");
  }

  /** Whether it begins with the record by which a workbook without a folder inside begins. */
  private static boolean isOlderWorkbook(byte[] head) {
    return head.length > 4
        && head[0] == 9
        && (head[1] == 0 || head[1] == 2 || head[1] == 4)
        && head[2] > 0
        && head[2] <= 16
        && head[3] == 0;
  }

  private static boolean isPage(String head) {
    String start = head.stripLeading();
    boolean mark = start.startsWith("\u00ef\u00bb\u00bf");
    return (mark ? start.substring(3) : start).stripLeading().startsWith("<")
        && (head.contains("<html") || head.contains("<table") || head.contains("<!doctype html"));
  }

  /** Whether the first line is a header field of a message. */
  private static boolean isMessage(String head) {
    int colon = head.indexOf(':');
    return colon > 0 && head.substring(0, colon).matches("[!-9;-~]+");
  }
}
