package baddle.app.cells;

import baddle.core.finding.Nearest;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.store.DatasetReader;
import java.io.IOException;

/**
 * The rows that have one value in a column of text.
 *
 * @param column the column
 * @param value the value; empty for rows that have none
 */
public record OneValue(String column, String value) {

  /** The same for a dataset where the column has another name. */
  public OneValue in(String other) {
    return new OneValue(other, value);
  }

  /**
   * Chooses the rows of a dataset.
   *
   * @throws IOException if the dataset hasn't got the column, or it isn't one of text
   */
  public DatasetReader.RowChoice of(String dataset, Schema schema) throws IOException {
    refuseOthers(column, dataset, schema);
    return choice();
  }

  DatasetReader.RowChoice choice() {
    return new ValueChoice(this);
  }

  /**
   * Refuses a column that can't tell rows apart by its values.
   *
   * @throws IOException if the dataset hasn't got the column, or it isn't one of text
   */
  public static void refuseOthers(String column, String dataset, Schema schema) throws IOException {
    if (schema.indexOf(column).isEmpty()) {
      throw new IOException(
          "the dataset "
              + dataset
              + " has no column "
              + column
              + Nearest.hint(column, schema.names())
              + ", so there can't be a file for each of its values");
    }
    if (schema.column(schema.indexOf(column).getAsInt()).type().kind() != ColumnType.Kind.TEXT) {
      throw new IOException(
          column + " is no text; write a file for each value of a column of text");
    }
  }
}
