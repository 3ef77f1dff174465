package baddle.formats.html;

import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRemark;
import baddle.core.grid.GridRow;
import baddle.core.grid.ReadAgainException;
import baddle.core.grid.RowSink;
import baddle.core.grid.SingleSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.text.TextCharset;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
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
public final class HtmlFile implements SingleSheet {

  private static final int HEAD = 1 << 16;
  private static final int MOST_SPAN = 1000;

  private final Path file;
  private TextCharset charset;

  private HtmlFile(Path file, TextCharset charset) {
    this.file = file;
    this.charset = charset;
  }

  /** Looks at the beginning of a page. */
  public static HtmlFile open(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      byte[] head = in.readNBytes(HEAD);
      return new HtmlFile(file, TextCharset.of(head, head.length));
    }
  }

  @Override
  public String kind() {
    return "page (HTML)";
  }

  @Override
  public List<GridRemark> remarks() {
    if (charset.guess() == TextCharset.Guess.NONE) {
      return List.of();
    }
    boolean mixed = charset.guess() == TextCharset.Guess.MIXED;
    return List.of(
        new GridRemark(
            FindingCode.TEXT_GUESSED,
            mixed ? Severity.WARNING : Severity.NOTE,
            0,
            "read as " + charset.words() + ", a guess by its characters",
            mixed ? "ask the sender for one charset" : ""));
  }

  @Override
  public boolean fixedWidth() {
    return false;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    try (Reader text = charset.reader(file);
        StreamParser parser = new StreamParser(Parser.htmlParser())) {
      parser.parse(text, "");
      push(parser, sink);
    } catch (CharacterCodingException e) {
      throw undecodable();
    } catch (UncheckedIOException e) {
      throw e.getCause() instanceof CharacterCodingException ? undecodable() : e.getCause();
    }
  }

  private static void push(StreamParser parser, RowSink sink) throws IOException {
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

  private IOException undecodable() throws IOException {
    if (charset.assumed()) {
      charset = TextCharset.ofWhole(file);
      return new ReadAgainException("a page in " + charset.words() + ", not UTF-8");
    }
    return new UnreadableFileException("characters that are not " + charset.words(), 0);
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
