package baddle.formats.rows;

import baddle.core.grid.CsvForm;
import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.CodingErrorAction;
import java.util.Arrays;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Rows as delimited text (RFC 4180): the headings, then a line for each row; blanks are empty. */
public final class CsvRows implements RowsWriter {

  private final CharBuffered characters;
  private final Schema schema;
  private final CsvTexts[] texts;
  private final RowTexts others;
  private final CsvField field;
  private final long[] lasts;
  private final @Nullable String[] lastFields;
  private final char separator;
  private final char mark;
  private final boolean digitsAreFields;
  private final String lineEnd;
  private final String blank;

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
    this.characters = new CharBuffered(characters);
    this.schema = schema;
    CsvField field = new CsvField(form.separator());
    separator = form.separator();
    mark = form.decimalMark();
    digitsAreFields = separator != mark && separator != '-';
    lineEnd = form.lineFeeds() ? "\n" : "\r\n";
    blank = schema.size() == 1 ? field.aloneAndBlank() : "";
    others = new RowTexts(schema, mark);
    this.field = field;
    texts = new CsvTexts[schema.size()];
    Arrays.setAll(texts, column -> new CsvTexts(field, form.marksFormulas(), blank));
    lasts = new long[schema.size()];
    lastFields = new String[schema.size()];
    if (begins) {
      for (int column = 0; column < schema.size(); column++) {
        separate(column);
        this.characters.put(field.of(schema.names().get(column)));
      }
      this.characters.put(lineEnd);
    }
  }

  private void separate(int column) throws IOException {
    if (column > 0) {
      characters.put(separator);
    }
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    for (int row = from; row < to; row++) {
      for (int column = 0; column < texts.length; column++) {
        separate(column);
        put(block, column, row);
      }
      characters.put(lineEnd);
    }
  }

  private void put(Block block, int column, int row) throws IOException {
    Vector vector = block.vector(column);
    if (vector instanceof TextVector text) {
      texts[column].put(text, row, characters);
      return;
    }
    ColumnType type = schema.column(column).type();
    long value = ((LongVector) vector).values()[row];
    if (vector.isBlank(row)) {
      characters.put(blank);
    } else if (digitsAreFields && type.isNumber()) {
      characters.number(value, type.places(), mark);
    } else {
      String last = lastFields[column];
      if (last == null || lasts[column] != value) {
        last = field.of(Objects.requireNonNull(others.text(block, column, row)));
        lastFields[column] = last;
        lasts[column] = value;
      }
      characters.put(last);
    }
  }

  @Override
  public void close() throws IOException {
    characters.close();
  }
}
