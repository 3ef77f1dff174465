package baddle.core.table;

import baddle.core.value.ColumnType;
import java.util.List;
import java.util.Optional;

/**
 * The columns that say why a row isn't in the dataset although it was read; blank for rows that
 * are. They are stored beside a dataset's columns and are none of them.
 */
public final class HiddenRows {

  /** Why a derived column couldn't be computed, so that the row is held. */
  public static final Column HELD = new Column("held_because", ColumnType.text());

  /** Why a row with the key of another doesn't count. */
  public static final Column DUPLICATE = new Column("duplicate_because", ColumnType.text());

  /** Why a row of a closed period doesn't count. */
  public static final Column CLOSED = new Column("closed_because", ColumnType.text());

  private static final List<Column> COLUMNS = List.of(HELD, DUPLICATE, CLOSED);

  private HiddenRows() {}

  /** Why rows of a block are held; empty where its schema doesn't say. */
  public static Optional<TextVector> held(Block block) {
    return block.schema().indexOf(HELD.name()).stream().mapToObj(block::text).findFirst();
  }

  /** All of them. */
  public static List<Column> columns() {
    return COLUMNS;
  }

  /** Whether one of them has a name. */
  public static boolean has(String name) {
    return COLUMNS.stream().anyMatch(column -> column.name().equals(name));
  }
}
