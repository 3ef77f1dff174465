package baddle.app.results;

import baddle.app.ContentHash;
import baddle.database.QueryText;
import baddle.database.Session;
import baddle.formats.result.Asked;
import baddle.formats.result.ResultWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.Map;

/** Asks a query for one line, and writes what comes into a file. */
public final class QueryLineReader {

  /**
   * Rows that were read.
   *
   * @param file where they are
   * @param content the hash of that
   * @param rows how many there are
   */
  public record Read(Path file, String content, long rows) {}

  private final Session session;
  private final String database;
  private final QueryText query;
  private final ZoneId zone;

  /**
   * Of a query.
   *
   * @param database what the plan calls the database
   * @param zone whose clock shows moments
   */
  public QueryLineReader(Session session, String database, QueryText query, ZoneId zone) {
    this.session = session;
    this.database = database;
    this.query = query;
    this.zone = zone;
  }

  /** The values that the query names. */
  public static Map<String, String> named(QueryText query, Map<String, String> values) {
    Map<String, String> named = new LinkedHashMap<>(values);
    named.keySet().retainAll(query.names());
    return named;
  }

  /**
   * Reads the rows of a line into a new file of a folder; where that fails there is none.
   *
   * @throws baddle.database.DatabaseException if the database fails
   */
  public Read read(QueryLine line, Path folder) throws IOException {
    Path file = Files.createTempFile(folder, "reading", ".part");
    boolean done = false;
    try {
      long rows;
      Asked asked = new Asked(database, query.toString(), named(query, line.values()));
      try (ResultWriter writer = new ResultWriter(Files.newOutputStream(file), asked);
          AsideSink sink = new AsideSink(writer)) {
        rows = session.read(query, line.values(), zone, sink);
        sink.end();
      }
      done = true;
      return new Read(file, ContentHash.of(file), rows);
    } finally {
      if (!done) {
        Files.deleteIfExists(file);
      }
    }
  }
}
