package baddle.core.table;

import baddle.core.value.ColumnType;
import java.util.List;

/** The columns that every dataset has besides its own: where a row came from. */
public final class Origin {

  /** The file, relative to the plan's folder. */
  public static final Column SOURCE_FILE = new Column("source_file", ColumnType.text());

  /** The sheet; blank for a file without sheets. */
  public static final Column SOURCE_SHEET = new Column("source_sheet", ColumnType.text());

  /** The row as a person counts in the file, from 1. */
  public static final Column SOURCE_ROW =
      new Column("source_row", ColumnType.of(ColumnType.Kind.INTEGER));

  /** The period that the name of the file or sheet states; blank where it states none. */
  public static final Column SOURCE_PERIOD = new Column("source_period", ColumnType.text());

  /** The number of the batch that brought the row in. */
  public static final Column BATCH = new Column("batch", ColumnType.of(ColumnType.Kind.INTEGER));

  /** When that batch was made, in universal time. */
  public static final Column BATCH_TIME =
      new Column("batch_time", ColumnType.of(ColumnType.Kind.TIMESTAMP));

  private static final List<Column> COLUMNS =
      List.of(SOURCE_FILE, SOURCE_SHEET, SOURCE_ROW, SOURCE_PERIOD, BATCH, BATCH_TIME);

  private Origin() {}

  /** All of them. */
  public static List<Column> columns() {
    return COLUMNS;
  }

  /** Whether one of them has a name. */
  public static boolean has(String name) {
    return COLUMNS.stream().anyMatch(column -> column.name().equals(name));
  }
}
