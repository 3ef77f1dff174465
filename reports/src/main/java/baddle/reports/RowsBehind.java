package baddle.reports;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The rows of a dataset that figures of a page are made of, as texts that each appear once, and
 * where each row belongs in each of the page's summaries.
 */
public final class RowsBehind {

  /** The most rows that a page takes, of all its datasets. */
  public static final int MOST = 20_000;

  /** The item of a row that is in no cell of a summary. */
  public static final int NOWHERE = -1;

  /** A column: its values, each once, and which of them each row has. */
  public static final class Column {
    private final String name;
    private final boolean number;
    private final Map<String, Integer> values = new LinkedHashMap<>();
    private final List<Integer> rows = new ArrayList<>();

    public Column(String name, boolean number) {
      this.name = name;
      this.number = number;
    }

    public String name() {
      return name;
    }

    public boolean isNumber() {
      return number;
    }

    public List<String> values() {
      return List.copyOf(values.keySet());
    }

    public List<Integer> rows() {
      return rows;
    }
  }

  /** Where the rows belong in a summary: the numbers of innermost items, row by row. */
  public static final class Places {
    private final int[] down;
    private final int[] across;

    private Places(int rows) {
      down = new int[rows];
      across = new int[rows];
      for (int[] items : List.of(down, across)) {
        Arrays.fill(items, NOWHERE);
      }
    }

    public int down(int row) {
      return down[row];
    }

    public int across(int row) {
      return across[row];
    }
  }

  private final String dataset;
  private final List<Column> columns = new ArrayList<>();
  private final Map<Integer, Places> places = new LinkedHashMap<>();
  private int size;

  /** Of a dataset; no rows yet. */
  public RowsBehind(String dataset) {
    this.dataset = dataset;
  }

  /**
   * Adds a column, before any row.
   *
   * @param number whether its values are numbers
   */
  public void column(String name, boolean number) {
    columns.add(new Column(name, number));
  }

  /** Adds a row. */
  public void row(List<String> values) {
    for (int i = 0; i < columns.size(); i++) {
      Column column = columns.get(i);
      column.rows.add(column.values.computeIfAbsent(values.get(i), v -> column.values.size()));
    }
    size++;
  }

  /** Tells where a row belongs in a summary, once all rows are there. */
  public void place(int summary, int row, int downNode, int acrossNode) {
    Places of = places.computeIfAbsent(summary, s -> new Places(size));
    of.down[row] = downNode;
    of.across[row] = acrossNode;
  }

  /** How many rows there are. */
  public int size() {
    return size;
  }

  /** The dataset that the rows are of. */
  public String dataset() {
    return dataset;
  }

  /** The columns, in order. */
  public List<Column> columns() {
    return List.copyOf(columns);
  }

  /** Where the rows belong, by the number of the summary. */
  public Map<Integer, Places> places() {
    return Map.copyOf(places);
  }
}
