package baddle.core.grid;

/**
 * A column of a query's result.
 *
 * @param name what the database calls it
 * @param type its type in the database's words
 */
public record ResultColumn(String name, String type) {}
