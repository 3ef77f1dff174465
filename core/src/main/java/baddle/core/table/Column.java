package baddle.core.table;

import baddle.core.value.ColumnType;

/**
 * A column of a dataset.
 *
 * @param name its name in the plan, unique in its schema
 * @param type what its values are
 */
public record Column(String name, ColumnType type) {

  /** Written out, as is {@link #hashCode}: what the compiler leaves to each process costs time. */
  @Override
  public boolean equals(Object other) {
    return other instanceof Column column && name.equals(column.name) && type.equals(column.type);
  }

  @Override
  public int hashCode() {
    return 31 * name.hashCode() + type.hashCode();
  }
}
