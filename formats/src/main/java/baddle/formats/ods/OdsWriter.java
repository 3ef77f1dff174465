package baddle.formats.ods;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Writes a workbook of ISO/IEC 26300 with one sheet, row by row from left to right. */
public final class OdsWriter implements Closeable {

  private static final String OASIS = "urn:oasis:names:tc:opendocument:xmlns:";
  private static final LocalDateTime EPOCH = LocalDateTime.of(1980, 1, 1, 0, 0);

  private final ZipOutputStream zip;
  private final StringBuilder content = new StringBuilder();

  /** Begins a workbook with one sheet of this name. */
  public OdsWriter(OutputStream out, String sheetName) throws IOException {
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
    content
        .append("<office:document-content office:version='1.2'")
        .append(namespace("office"))
        .append(namespace("table"))
        .append(namespace("text"))
        .append("><office:body><office:spreadsheet><table:table table:name='")
        .append(escaped(sheetName))
        .append("'><table:table-row>");
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

  private static String escaped(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace("'", "&apos;");
  }

  private void cell(String attributes, String shown) {
    content.append("<table:table-cell ").append(attributes).append("><text:p>");
    content.append(escaped(shown)).append("</text:p></table:table-cell>");
  }

  /** Writes text into the next cell. */
  public void text(String text) {
    cell("office:value-type='string'", text);
  }

  /** Writes a number into the next cell. */
  public void number(BigDecimal number) {
    String plain = number.toPlainString();
    cell("office:value-type='float' office:value='" + plain + "'", plain);
  }

  /** Writes a date into the next cell. */
  public void date(LocalDate day) {
    cell("office:value-type='date' office:date-value='" + day + "'", day.toString());
  }

  /** Ends the row. */
  public void endRow() {
    content.append("</table:table-row><table:table-row>");
  }

  /** Ends the workbook. */
  @Override
  public void close() throws IOException {
    content.append("</table:table-row></table:table></office:spreadsheet></office:body>");
    content.append("</office:document-content>");
    part("content.xml", content.toString());
    zip.close();
  }
}
