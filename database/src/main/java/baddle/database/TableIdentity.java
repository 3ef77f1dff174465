package baddle.database;

/**
 * A table as its server identifies it, so that other names of the server, links to its file, views
 * and upper case lead to the same table.
 *
 * @param database the server and the database in it
 * @param table the table in it
 */
public record TableIdentity(String database, String table) {}
