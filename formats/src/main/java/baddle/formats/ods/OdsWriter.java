package baddle.formats.ods;

import baddle.core.grid.CellRange;
import java.io.BufferedWriter;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Writes a workbook of ISO/IEC 26300 with one sheet, row by row from left to right, as they come.
 */
public final class OdsWriter implements Closeable {

  private static final Pattern IMPOSSIBLE =
      Pattern.compile(
          "[\\x00-\\x08\\x0b\\x0c\\x0e-\\x1f\\ufffe\\uffff]"
              + "|[\\ud800-\\udbff](?![\\udc00-\\udfff])|(?<![\\ud800-\\udbff])[\\udc00-\\udfff]");

  private static final String OASIS = "urn:oasis:names:tc:opendocument:xmlns:";
  private static final int BUFFER = 1 << 16;
  private static final Pattern SPECIAL = Pattern.compile("[\t\r]|  ");
  private static final LocalDateTime EPOCH = LocalDateTime.of(1980, 1, 1, 0, 0);

  private final ZipOutputStream zip;
  private final Writer content;
  private final String sheetName;
  private Optional<String> rangeName = Optional.empty();
  private long replaced;
  private int columns;
  private int column;
  private long rows;

  /** Begins a workbook with one sheet of this name. */
  public OdsWriter(OutputStream out, String sheetName) throws IOException {
    this.sheetName = sheetName;
    zip = new ZipOutputStream(out);
    byte[] type = OdsFile.MEDIA_TYPE.getBytes(StandardCharsets.US_ASCII);
    CRC32 sum = new CRC32();
    sum.update(type);
    ZipEntry entry = entry("mimetype");
    entry.setMethod(ZipEntry.STORED);
    entry.setSize(type.length);
    entry.setCrc(sum.getValue());
    zip.putNextEntry(entry);
    zip.write(type);
    part(
        "META-INF/manifest.xml",
        "<manifest:manifest xmlns:manifest='"
            + OASIS
            + "manifest:1.0' manifest:version='1.2'><manifest:file-entry manifest:full-path='/'"
            + " manifest:media-type='"
            + OdsFile.MEDIA_TYPE
            + "'/><manifest:file-entry manifest:full-path='content.xml'"
            + " manifest:media-type='text/xml'/></manifest:manifest>");
    zip.putNextEntry(entry("content.xml"));
    content = new BufferedWriter(new OutputStreamWriter(zip, StandardCharsets.UTF_8), BUFFER);
    content
        .append("<office:document-content office:version='1.2'")
        .append(namespace("office"))
        .append(namespace("table"))
        .append(namespace("text"))
        .append("><office:body><office:spreadsheet><table:table table:name='")
        .append(escaped(sheetName))
        .append("'>");
  }

  private static String namespace(String name) {
    return " xmlns:" + name + "='" + OASIS + name + ":1.0'";
  }

  private static ZipEntry entry(String name) {
    ZipEntry entry = new ZipEntry(name);
    entry.setTimeLocal(EPOCH);
    return entry;
  }

  private void part(String name, String text) throws IOException {
    zip.putNextEntry(entry(name));
    zip.write(text.getBytes(StandardCharsets.UTF_8));
  }

  /** Markup as text; what no XML 1.0 can hold becomes U+FFFD. */
  private String escaped(String whole) {
    String text = whole;
    Matcher impossible = IMPOSSIBLE.matcher(whole);
    if (impossible.find()) {
      replaced++;
      text = impossible.replaceAll("\ufffd");
    }
    return text.replace("&", "&amp;").replace("<", "&lt;").replace("'", "&apos;");
  }

  private void beginCell() throws IOException {
    if (column++ == 0) {
      content.append("<table:table-row>");
    }
  }

  private void cell(String attributes, String shown) throws IOException {
    beginCell();
    content.append("<table:table-cell ").append(attributes).append('>');
    for (String line : shown.split("\n", -1)) {
      content.append("<text:p>").append(spaced(escaped(line))).append("</text:p>");
    }
    content.append("</table:table-cell>");
  }

  /** Blanks that XML would take for nothing as the elements that stand for them. */
  private static String spaced(String text) {
    if (!text.startsWith(" ") && !text.endsWith(" ") && !SPECIAL.matcher(text).find()) {
      return text;
    }
    StringBuilder spaced = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case ' ' -> spaced.append("<text:s/>");
        case '\t' -> spaced.append("<text:tab/>");
        case '\r' -> spaced.append("&#13;");
        default -> spaced.append(c);
      }
    }
    return spaced.toString();
  }

  /** Writes text into the next cell. */
  public void text(String text) throws IOException {
    cell("office:value-type='string'", text);
  }

  /** Leaves the next cell blank. */
  public void blank() throws IOException {
    beginCell();
    content.append("<table:table-cell/>");
  }

  /** Writes a truth value into the next cell. */
  public void truth(boolean truth) throws IOException {
    cell("office:value-type='boolean' office:boolean-value='" + truth + "'", String.valueOf(truth));
  }

  /** Writes a number into the next cell. */
  public void number(BigDecimal number) throws IOException {
    String plain = number.toPlainString();
    cell("office:value-type='float' office:value='" + plain + "'", plain);
  }

  /** Writes a date into the next cell. */
  public void date(LocalDate day) throws IOException {
    cell("office:value-type='date' office:date-value='" + day + "'", day.toString());
  }

  /** Ends the row. */
  public void endRow() throws IOException {
    if (column == 0) {
      blank();
    }
    content.append("</table:table-row>");
    columns = Math.max(columns, column);
    column = 0;
    rows++;
  }

  /** Lets all that the sheet has in the end have a name, with buttons to filter it by. */
  public void nameRange(String name) {
    this.rangeName = Optional.of(name);
  }

  /** How many pieces of text have characters that were replaced, for the format can't hold them. */
  public long replaced() {
    return replaced;
  }

  /** Ends the workbook. */
  @Override
  public void close() throws IOException {
    if (column > 0) {
      endRow();
    }
    content.append("</table:table>");
    if (rangeName.isPresent() && rows > 0 && columns > 0) {
      String sheet = "$'" + sheetName.replace("'", "''") + "'.";
      String range = sheet + "$A$1:" + sheet + "$" + CellRange.letters(columns - 1) + "$" + rows;
      content.append("<table:database-ranges><table:database-range table:name='");
      content.append(escaped(rangeName.get())).append("' table:display-filter-buttons='true'");
      content.append(" table:target-range-address='").append(escaped(range)).append("'/>");
      content.append("</table:database-ranges>");
    }
    content.append("</office:spreadsheet></office:body></office:document-content>");
    content.flush();
    zip.close();
  }
}
