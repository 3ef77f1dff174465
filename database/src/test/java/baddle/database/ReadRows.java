package baddle.database;

import baddle.core.grid.CellKind;
import baddle.core.grid.ResultColumn;
import baddle.core.grid.ResultSink;
import java.io.IOException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Keeps the rows of a result as texts: each cell with what it holds. */
class ReadRows implements ResultSink {

  final List<String> columns = new ArrayList<>();
  final List<List<String>> rows = new ArrayList<>();

  static List<List<String>> of(Access access, String query, Map<String, String> values)
      throws IOException {
    try (Session session = Session.open(access)) {
      ReadRows rows = new ReadRows();
      session.read(QueryText.of(query), values, ZoneId.of("Europe/London"), rows);
      return rows.rows;
    }
  }

  /** The cells of the first row. */
  static List<String> first(Access access, String query) throws IOException {
    return of(access, query, Map.of()).get(0);
  }

  @Override
  public void begin(List<ResultColumn> newColumns) {
    newColumns.forEach(column -> columns.add(column.name()));
  }

  @Override
  public void row(CellKind[] kinds, String[] texts) {
    List<String> row = new ArrayList<>();
    for (int i = 0; i < texts.length; i++) {
      row.add(
          texts[i] == null ? "blank" : kinds[i].name().toLowerCase(Locale.ROOT) + " " + texts[i]);
    }
    rows.add(row);
  }
}
