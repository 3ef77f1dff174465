package baddle.app.lists;

import baddle.app.export.RowsFile;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/** A list as a table, whose columns are texts, whole numbers or decimals. */
public final class ListTable implements RowsFile.Rows {

  private static final int BLOCK = 1_024;
  private static final int MOST_DIGITS = 18;

  private static final char NUMBERS = '#';

  private final String name;
  private final List<String> columns;
  private final List<List<String>> rows = new ArrayList<>();

  /**
   * A table without rows.
   *
   * @param columns names; one that ends in {@code #} holds numbers
   */
  public ListTable(String name, String... columns) {
    this.name = name;
    this.columns = List.of(columns);
  }

  /** Adds a row: a text for each column, plain digits for numbers, empty for a blank. */
  public void add(String... cells) {
    rows.add(List.of(cells));
  }

  /** Adds a row. */
  public void add(List<String> cells) {
    rows.add(List.copyOf(cells));
  }

  /** What it is called. */
  public String name() {
    return name;
  }

  /** Its columns; numbers have as many places as the one with the most. */
  public Schema schema() {
    List<Column> typed = new ArrayList<>();
    for (int i = 0; i < columns.size(); i++) {
      String column = columns.get(i);
      boolean numbers = column.charAt(column.length() - 1) == NUMBERS;
      typed.add(
          numbers
              ? new Column(column.substring(0, column.length() - 1), numberType(i))
              : new Column(column, ColumnType.text()));
    }
    return new Schema(typed);
  }

  /** Numbers that no column can hold are texts. */
  private ColumnType numberType(int column) {
    int places = 0;
    int whole = 0;
    for (List<String> row : rows) {
      if (!row.get(column).isEmpty()) {
        BigDecimal number = new BigDecimal(row.get(column));
        places = Math.max(places, number.scale());
        whole = Math.max(whole, number.precision() - number.scale());
      }
    }
    if (places > ColumnType.MOST_PLACES || whole + places > MOST_DIGITS) {
      return ColumnType.text();
    }
    return places == 0 ? ColumnType.of(ColumnType.Kind.INTEGER) : ColumnType.decimal(places);
  }

  /** Its rows, as texts. */
  public List<List<String>> rows() {
    return List.copyOf(rows);
  }

  @Override
  public long count() {
    return rows.size();
  }

  @Override
  public void scan(BlockSink sink) throws IOException {
    Schema schema = schema();
    BlockBuilder blocks = new BlockBuilder(schema, BLOCK, sink);
    for (List<String> row : rows) {
      for (int column = 0; column < schema.size(); column++) {
        set(blocks, column, schema.column(column).type(), row.get(column));
      }
      blocks.endRow(1);
    }
    blocks.flush();
  }

  private static void set(BlockBuilder blocks, int column, ColumnType type, String text) {
    if (type.kind() == ColumnType.Kind.TEXT) {
      ((TextBuilder) blocks.column(column)).set(blocks.row(), text.toCharArray(), 0, text.length());
    } else if (text.isEmpty()) {
      blocks.column(column).blank(blocks.row());
    } else {
      BigDecimal number = new BigDecimal(text).movePointRight(type.places());
      ((LongBuilder) blocks.column(column)).set(blocks.row(), number.longValueExact());
    }
  }
}
