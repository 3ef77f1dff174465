package baddle.plan;

import baddle.core.grid.CellRange;
import java.util.Optional;

/**
 * Where on its sheets a feed's tables are.
 *
 * @param name the pattern of the names that the workbook gives its tables and ranges
 * @param range the cells, on every sheet
 */
public record TableChoice(Optional<NamePattern> name, Optional<CellRange> range) {

  /** Wherever the headings are found. */
  public static final TableChoice AUTO = new TableChoice(Optional.empty(), Optional.empty());

  /** As it is written in the plan. */
  @Override
  public String toString() {
    return name.map(NamePattern::toString).or(() -> range.map(CellRange::toString)).orElse("auto");
  }
}
