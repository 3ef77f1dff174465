package baddle.core.intake;

import baddle.core.finding.Place;
import baddle.core.grid.GridRow;
import java.util.Map;

/** Is told of every row that is left out, and why. */
@FunctionalInterface
public interface RowWatch {

  /** Nobody is told. */
  RowWatch NONE = (source, headings, row, because) -> {};

  /**
   * A row is left out.
   *
   * @param source its file and sheet
   * @param headings those of its table, by column from 0
   * @param row the row, which is only lent
   * @param because the rule's reason
   */
  void leftOut(Place source, Map<Integer, String> headings, GridRow row, String because);
}
