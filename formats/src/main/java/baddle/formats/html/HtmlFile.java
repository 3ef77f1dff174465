package baddle.formats.html;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import baddle.formats.text.TextCharset;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.SequenceInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jsoup.nodes.Element;
import org.jsoup.parser.Parser;
import org.jsoup.parser.StreamParser;

/**
 * A page whose tables were sent as a workbook. All of its tables are one sheet, one below the other
 * with a blank row between; they are streamed row by row.
 */
public final class HtmlFile implements GridFile, GridSheet {

  private static final int HEAD = 1 << 16;
  private static final int MOST_SPAN = 1000;

  private final Path file;

  private HtmlFile(Path file) {
    this.file = file;
  }

  /** A page; it isn't opened before it is read. */
  public static HtmlFile open(Path file) {
    return new HtmlFile(file);
  }

  @Override
  public List<GridSheet> sheets() {
    return List.of(this);
  }

  @Override
  public String kind() {
    return "page (HTML)";
  }

  @Override
  public String name() {
    return "";
  }

  @Override
  public boolean visible() {
    return true;
  }

  @Override
  public boolean fixedWidth() {
    return false;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    try (InputStream in = Files.newInputStream(file);
        StreamParser parser = new StreamParser(Parser.htmlParser())) {
      parser.parse(reader(in), "");
      Element table = null;
      int number = 0;
      for (Element line = parser.selectNext("tr");
          line != null && sink.wantsMore();
          line = parser.selectNext("tr")) {
        Element own = line.closest("table");
        number += table != null && !table.equals(own) ? 2 : 1;
        table = own;
        GridRow row = sink.next();
        row.begin(number);
        cells(line, row);
        sink.row(row);
        line.empty();
      }
    }
  }

  private static Reader reader(InputStream in) throws IOException {
    byte[] head = in.readNBytes(HEAD);
    TextCharset charset = TextCharset.of(head, head.length);
    InputStream whole =
        new SequenceInputStream(
            new ByteArrayInputStream(head, charset.mark(), head.length - charset.mark()), in);
    return new InputStreamReader(whole, charset.charset());
  }

  private static void cells(Element line, GridRow row) {
    int column = 0;
    for (Element cell : line.children()) {
      if (cell.tagName().equals("td") || cell.tagName().equals("th")) {
        row.add(column, CellKind.TEXT, cell.text());
        column += span(cell.attr("colspan"));
      }
    }
  }

  @Override
  public void close() {}

  private static int span(String stated) {
    boolean number = stated.matches("\\d{1,4}");
    return number ? Math.max(1, Math.min(MOST_SPAN, Integer.parseInt(stated))) : 1;
  }
}
