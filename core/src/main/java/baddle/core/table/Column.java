package baddle.core.table;

import baddle.core.value.ColumnType;

/**
 * A column of a dataset.
 *
 * @param name its name in the plan, unique in its schema
 * @param type what its values are
 */
public record Column(String name, ColumnType type) {}
