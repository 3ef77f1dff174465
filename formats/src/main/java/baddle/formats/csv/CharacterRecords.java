package baddle.formats.csv;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.UnreadableFileException;
import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CloseableIterator;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;

/** Records of decoded characters, for text in any charset, taken apart by the CSV library. */
final class CharacterRecords implements Records {

  private final Handler handler;
  private final CsvReader<GridRow> reader;
  private final CloseableIterator<GridRow> records;

  CharacterRecords(Reader text, TextShape shape, OddCells oddCells) {
    handler = new Handler(oddCells);
    reader =
        CsvReader.builder()
            .fieldSeparator(shape.separator())
            .quoteCharacter(shape.quote())
            .skipEmptyLines(false)
            .allowUnclosedQuote(false)
            .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
            .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
            .build(handler, text);
    records = reader.iterator();
  }

  @Override
  public boolean next(GridRow row) throws IOException {
    handler.row = row;
    try {
      if (!records.hasNext()) {
        return false;
      }
      records.next();
      return true;
    } catch (UncheckedIOException e) {
      throw e.getCause();
    } catch (CsvParseException e) {
      if (e.getCause() instanceof UncheckedIOException unchecked) {
        throw unchecked.getCause();
      }
      if (e.getCause() instanceof IOException cause) {
        throw cause;
      }
      throw new UnreadableFileException(
          "quotes don't pair up (" + e.getMessage() + "); expected delimited text", line());
    }
  }

  @Override
  public int line() {
    return handler.line;
  }

  @Override
  public void close() throws IOException {
    records.close();
    reader.close();
  }

  /** Gathers the fields of a record in a row, without a string for each. */
  private static final class Handler extends AbstractBaseCsvCallbackHandler<GridRow> {

    private final OddCells oddCells;
    private GridRow row = new GridRow();
    private int line;

    Handler(OddCells oddCells) {
      this.oddCells = oddCells;
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
      line = (int) startingLineNumber;
      row.begin(line);
    }

    @Override
    protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
      if (index >= MOST_COLUMNS) {
        throw new UncheckedIOException(
            new UnreadableFileException("more than 16,384 columns", line));
      }
      row.add(index, CellKind.TEXT, buffer, offset, length);
      for (int i = offset; i < offset + length; i++) {
        if (buffer[i] == 0) {
          oddCells.addNul(line);
        }
      }
      if (quoted && length > OddCells.MANY_LINES) {
        countLines(buffer, offset, length);
      }
    }

    private void countLines(char[] buffer, int offset, int length) {
      int lines = 1;
      for (int i = offset; i < offset + length; i++) {
        lines += buffer[i] == '\n' ? 1 : 0;
      }
      if (lines > OddCells.MANY_LINES) {
        oddCells.add(line, lines);
      }
    }

    @Override
    protected GridRow buildRecord() {
      return row;
    }
  }
}
