package baddle.core.table;

import java.util.HashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;

/**
 * The columns of a dataset in order.
 *
 * @param columns at least one; names differ
 */
public record Schema(List<Column> columns) {

  /** Copies the list and checks the names. */
  public Schema {
    columns = List.copyOf(columns);
    Set<String> seen = new HashSet<>();
    for (Column column : columns) {
      if (!seen.add(column.name())) {
        throw new IllegalArgumentException("two columns named " + column.name());
      }
    }
  }

  /** How many columns there are. */
  public int size() {
    return columns.size();
  }

  /** The column at an index from 0. */
  public Column column(int index) {
    return columns.get(index);
  }

  /** The index from 0 of the column with exactly this name. */
  public OptionalInt indexOf(String name) {
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).name().equals(name)) {
        return OptionalInt.of(i);
      }
    }
    return OptionalInt.empty();
  }

  /** Whether there is a column of the same name and type. */
  public boolean has(Column column) {
    OptionalInt index = indexOf(column.name());
    return index.isPresent()
        && column(index.getAsInt()).type().toString().equals(column.type().toString());
  }

  /**
   * Some of the columns, in another order.
   *
   * @param names names of columns of this schema
   */
  public Schema only(List<String> names) {
    return new Schema(names.stream().map(name -> column(indexOf(name).orElseThrow())).toList());
  }

  /** The names in order. */
  public List<String> names() {
    return columns.stream().map(Column::name).toList();
  }
}
