package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.zip.CRC32C;

/**
 * A short mark of a row's filled cells, by which a person's corrections find the row again. It
 * begins with a letter, so that no program that saves the file makes a number of it.
 */
public final class RowMark {

  private RowMark() {}

  /**
   * The mark of a row.
   *
   * @param cells the texts of its filled cells, by column from 1
   */
  public static String of(SortedMap<Integer, String> cells) {
    CRC32C checksum = new CRC32C();
    for (Map.Entry<Integer, String> cell : cells.entrySet()) {
      String text = cell.getKey() + "=" + cell.getValue() + "\n";
      checksum.update(text.getBytes(StandardCharsets.UTF_8));
    }
    return String.format("m%08x", checksum.getValue());
  }

  static String of(GridRow row) {
    SortedMap<Integer, String> cells = new TreeMap<>();
    for (int cell = 0; cell < row.width(); cell++) {
      if (row.kind(cell) != CellKind.BLANK) {
        cells.put(cell + 1, row.text(cell));
      }
    }
    return of(cells);
  }
}
