package baddle.formats.rows;

import baddle.core.grid.CsvForm;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.CodingErrorAction;
import org.jspecify.annotations.Nullable;

/** Rows as delimited text (RFC 4180): the headings, then a line for each row; blanks are empty. */
public final class CsvRows implements RowsWriter {

  private static final int CHUNK = 1_024;

  private final CsvWriter writer;
  private final RowTexts texts;
  private final boolean[] marked;
  private final @Nullable String[] cells;
  private final @Nullable String[][] chunk;

  /**
   * Begins a file with its headings.
   *
   * @param out is closed with this
   */
  public CsvRows(OutputStream out, Schema schema, CsvForm form) throws IOException {
    this(out, schema, form, true);
  }

  /**
   * Begins a file, or goes on with one that has its headings already.
   *
   * @param out is closed with this
   */
  public CsvRows(OutputStream out, Schema schema, CsvForm form, boolean begins) throws IOException {
    Writer characters =
        new OutputStreamWriter(
            out,
            form.charset()
                .newEncoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT));
    if (begins && form.byteOrderMark()) {
      characters.write('\uFEFF');
    }
    writer =
        CsvWriter.builder()
            .fieldSeparator(form.separator())
            .lineDelimiter(form.lineFeeds() ? LineDelimiter.LF : LineDelimiter.CRLF)
            .build(characters);
    texts = new RowTexts(schema, form.decimalMark());
    cells = new String[schema.size()];
    chunk = new String[schema.size()][CHUNK];
    marked = new boolean[schema.size()];
    for (int i = 0; i < marked.length; i++) {
      marked[i] = form.marksFormulas() && schema.column(i).type().kind() == ColumnType.Kind.TEXT;
    }
    if (begins) {
      writer.writeRecord(schema.names());
    }
  }

  @Override
  public void accept(Block block, int from, int to) {
    for (int first = from; first < to; first += CHUNK) {
      write(block, first, Math.min(CHUNK, to - first));
    }
  }

  /** Makes the texts column by column, and writes them row by row. */
  private void write(Block block, int first, int count) {
    for (int column = 0; column < cells.length; column++) {
      @Nullable String[] ofColumn = chunk[column];
      texts.texts(block, column, first, count, ofColumn);
      for (int row = 0; marked[column] && row < count; row++) {
        String text = ofColumn[row];
        ofColumn[row] = text == null ? null : FormulaMark.with(text);
      }
    }
    for (int row = 0; row < count; row++) {
      for (int column = 0; column < cells.length; column++) {
        cells[column] = chunk[column][row];
      }
      writer.writeRecord(cells);
    }
  }

  @Override
  public void close() throws IOException {
    writer.close();
  }
}
