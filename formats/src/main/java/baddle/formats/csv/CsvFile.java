package baddle.formats.csv;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import de.siegmar.fastcsv.reader.CloseableIterator;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Path;
import java.util.List;

/** Comma-separated text in UTF-8 (RFC 4180), seen as one sheet without a name. */
public final class CsvFile implements GridFile, GridSheet {

  private final Path file;

  /** The file isn't opened before it is read. */
  public CsvFile(Path file) {
    this.file = file;
  }

  @Override
  public List<GridSheet> sheets() {
    return List.of(this);
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
    return true;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    CsvReader.CsvReaderBuilder format =
        CsvReader.builder()
            .skipEmptyLines(false)
            .allowUnclosedQuote(false)
            .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
            .missingFieldStrategy(FieldMismatchStrategy.IGNORE);
    GridRowHandler handler = new GridRowHandler(sink);
    try (CsvReader<GridRow> reader = format.build(handler, StrictUtf8.reader(file));
        CloseableIterator<GridRow> rows = reader.iterator()) {
      while (sink.wantsMore() && rows.hasNext()) {
        sink.row(rows.next());
      }
    } catch (CharacterCodingException e) {
      throw notUtf8(handler);
    } catch (UncheckedIOException e) {
      throw e.getCause() instanceof CharacterCodingException ? notUtf8(handler) : e.getCause();
    } catch (CsvParseException e) {
      throw broken(e, handler);
    }
  }

  private static IOException notUtf8(GridRowHandler handler) {
    return new UnreadableFileException(
        "characters that are not UTF-8 in or after this line; expected text in UTF-8",
        Math.max(1, handler.line()));
  }

  private static IOException broken(CsvParseException e, GridRowHandler handler) {
    if (e.getCause() instanceof CharacterCodingException) {
      return notUtf8(handler);
    }
    if (e.getCause() instanceof IOException cause) {
      return cause;
    }
    return new UnreadableFileException(
        "quotes don't pair up (" + e.getMessage() + "); expected comma-separated text",
        handler.line());
  }

  @Override
  public void close() {}

  /** Gathers the fields of a record in a row, without a string for each. */
  private static final class GridRowHandler
      extends de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler<GridRow> {

    private final RowSink sink;
    private GridRow row;
    private int line;

    GridRowHandler(RowSink sink) {
      this.sink = sink;
      this.row = sink.next();
    }

    /** The line on which the last record began, from 1. */
    int line() {
      return line;
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
      line = (int) startingLineNumber;
      row = sink.next();
      row.begin(line);
    }

    @Override
    protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
      row.add(index, CellKind.TEXT, buffer, offset, length);
    }

    @Override
    protected GridRow buildRecord() {
      return row;
    }
  }
}
