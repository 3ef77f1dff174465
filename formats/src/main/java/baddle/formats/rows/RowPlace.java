package baddle.formats.rows;

import baddle.core.finding.Place;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import java.util.OptionalInt;

/** Says which cell of the rows is meant, and where the row came from if its columns tell. */
final class RowPlace {

  private RowPlace() {}

  /**
   * A cell that is to be written.
   *
   * @param number the row's number among those that are written, from 1
   * @param column the cell's column, from 0
   * @param row the row of the block, from 0
   */
  static String of(Block block, long number, int column, int row) {
    Schema schema = block.schema();
    String name = schema.column(column).name();
    String place = "row " + number + " of the rows, " + name;
    String file = text(block, Origin.SOURCE_FILE, row);
    OptionalInt numbers = schema.indexOf(Origin.SOURCE_ROW.name());
    if (file.isEmpty() || numbers.isEmpty()) {
      return place;
    }
    LongVector rows = block.numbers(numbers.getAsInt());
    Place from = Place.source(file, text(block, Origin.SOURCE_SHEET, row));
    return place + ", from " + (rows.isBlank(row) ? from : from.atRow(rows.values()[row]));
  }

  private static String text(Block block, Column column, int row) {
    OptionalInt at = block.schema().indexOf(column.name());
    return at.isEmpty() || block.vector(at.getAsInt()).isBlank(row)
        ? ""
        : block.vector(at.getAsInt()).shown(row, column.type());
  }
}
