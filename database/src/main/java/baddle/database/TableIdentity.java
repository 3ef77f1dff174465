package baddle.database;

/**
 * A table by what its server knows it by, so that other names of the server, links to its file,
 * views and upper case lead to one table.
 *
 * @param database the server and the database in it
 * @param table the table in it
 */
public record TableIdentity(String database, String table) {}
