package baddle.formats.rows;

import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.formats.ods.OdsWriter;
import baddle.formats.xlsx.SheetLimits;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * Rows as the sheet of a workbook of ISO/IEC 26300, which has a name that stays the same whatever
 * the number of rows.
 */
public final class OdsRows implements RowsWriter {

  private final OdsWriter writer;
  private final Schema schema;
  private final String name;
  private final RowTexts texts;
  private long rows;
  private long longNumbers;

  /**
   * Begins a workbook with the headings.
   *
   * @param out is closed with this
   * @param name of the sheet and its range
   */
  public OdsRows(OutputStream out, Schema schema, String name) throws IOException {
    SheetLimits.columns(schema.size());
    this.schema = schema;
    this.name = name;
    this.texts = new RowTexts(schema, '.');
    this.writer = new OdsWriter(out, name.replaceAll("[\\[\\]:*?/\\\\']", " "));
    for (String heading : schema.names()) {
      writer.text(heading);
    }
    writer.endRow();
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    for (int row = from; row < to; row++) {
      if (++rows == SheetLimits.ROWS) {
        throw new IOException(
            "more rows than a sheet holds, " + SheetLimits.ROWS + "; write a .csv or .xlsx file");
      }
      for (int column = 0; column < schema.size(); column++) {
        if (block.vector(column).isBlank(row)) {
          writer.blank();
        } else {
          cell(block, column, row);
        }
      }
      writer.endRow();
    }
  }

  private void cell(Block block, int column, int row) throws IOException {
    ColumnType type = schema.column(column).type();
    String text = String.valueOf(texts.text(block, column, row));
    if (type.kind() == ColumnType.Kind.TEXT || type.kind() == ColumnType.Kind.TIMESTAMP) {
      writer.text(SheetLimits.text(text, () -> RowPlace.of(block, rows, column, row)));
      return;
    }
    long value = ((LongVector) block.vector(column)).values()[row];
    if (type.kind() == ColumnType.Kind.BOOLEAN) {
      writer.truth(value != 0);
    } else if (type.kind() == ColumnType.Kind.DATE) {
      writer.date(LocalDate.ofEpochDay(value));
    } else if (Math.abs(value) >= 1_000_000_000_000_000L) {
      longNumbers++;
      writer.text(text);
    } else {
      writer.number(BigDecimal.valueOf(value, type.places()));
    }
  }

  @Override
  public List<String> remarks() {
    List<String> remarks = new ArrayList<>();
    if (longNumbers > 0) {
      remarks.add(
          RowTexts.counted(longNumbers, "1 number is", "numbers are")
              + " text, for a workbook's numbers hold no more than "
              + SheetLimits.DIGITS
              + " digits");
    }
    if (writer.replaced() > 0) {
      remarks.add(
          RowTexts.counted(writer.replaced(), "1 text has", "texts have")
              + " characters that .ods can't hold, replaced by U+FFFD; .csv keeps them");
    }
    return remarks;
  }

  @Override
  public void close() throws IOException {
    writer.nameRange(XlsxRows.tableName(name));
    writer.close();
  }
}
