package baddle.formats.edit;

import baddle.core.grid.CellRange;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;

/** Cells whose values aren't what they were, asked for by ranges. */
final class ChangedCells {

  private final Map<String, Map<Integer, BitSet>> rows = new HashMap<>();

  private static String key(String sheet) {
    return sheet.toLowerCase(Locale.ROOT);
  }

  void add(String sheet, CellAt at) {
    rows.computeIfAbsent(key(sheet), s -> new HashMap<>())
        .computeIfAbsent(at.column(), c -> new BitSet())
        .set(at.row());
  }

  boolean isEmpty() {
    return rows.isEmpty();
  }

  boolean has(String sheet, CellAt at) {
    Map<Integer, BitSet> columns = rows.getOrDefault(key(sheet), Map.of());
    return columns.containsKey(at.column()) && columns.get(at.column()).get(at.row());
  }

  boolean anyIn(String sheet, CellRange range) {
    Map<Integer, BitSet> columns = rows.getOrDefault(key(sheet), Map.of());
    for (Map.Entry<Integer, BitSet> column : columns.entrySet()) {
      if (column.getKey() >= range.firstColumn() && column.getKey() < range.endColumn()) {
        int row = column.getValue().nextSetBit(range.firstRow());
        if (row >= 0 && row <= range.lastRow()) {
          return true;
        }
      }
    }
    return false;
  }
}
