package baddle.core.outcome;

import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Rows of one sheet that a person mended after they were held.
 *
 * @param byRow the rows, by where they are in their source, from 1
 */
public record MendedRows(Map<Integer, Row> byRow) {

  /** No rows. */
  public static final MendedRows NONE = new MendedRows(Map.of());

  /**
   * A cell as it was mended.
   *
   * @param kind what it holds
   * @param text its text; empty for a blank
   */
  public record Cell(CellKind kind, String text) {}

  /**
   * A mended row.
   *
   * @param mark the {@link baddle.core.intake.RowMark} of the row as it was sent; only that row is
   *     replaced
   * @param cells its cells, by heading
   * @param from where it was mended
   */
  public record Row(String mark, Map<String, Cell> cells, Place from) {

    /** Copies the map. */
    public Row {
      cells = new LinkedHashMap<>(cells);
    }
  }

  /** Copies the map. */
  public MendedRows {
    byRow = Map.copyOf(byRow);
  }
}
