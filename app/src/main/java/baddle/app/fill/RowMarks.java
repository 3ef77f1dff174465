package baddle.app.fill;

import baddle.formats.edit.CellContent;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.zip.CRC32;

/**
 * Rows of a table as they are compared with what a fill wrote: each is known by a mark, which has
 * eight hexadecimal digits for each of its cells (CRC-32, ISO 3309).
 */
final class RowMarks {

  private static final int DIGITS = 8;

  private final Map<String, Deque<Integer>> places = new HashMap<>();

  /** Of rows in their order. */
  RowMarks(List<String> marks) {
    for (int i = 0; i < marks.size(); i++) {
      places.computeIfAbsent(marks.get(i), mark -> new ArrayDeque<>()).add(i);
    }
  }

  /** The mark of a row with these texts in its cells. */
  static String of(List<String> cells) {
    StringBuilder mark = new StringBuilder();
    for (String cell : cells) {
      CRC32 sum = new CRC32();
      sum.update(cell.getBytes(StandardCharsets.UTF_8));
      mark.append(String.format(Locale.ROOT, "%08x", sum.getValue()));
    }
    return mark.toString();
  }

  /** The mark of a row that is to be written. */
  static String ofContents(List<CellContent> cells) {
    return of(cells.stream().map(CellValue::text).toList());
  }

  /** How many cells a mark is of. */
  static int cells(String mark) {
    return mark.length() / DIGITS;
  }

  /** Whether one cell of two rows is the same. */
  static boolean isSame(String one, String other, int cell) {
    int from = cell * DIGITS;
    return one.regionMatches(from, other, from, DIGITS);
  }

  /** Takes a row with a mark: a certain one if it has it, else the first that is left. */
  OptionalInt take(String mark, int preferred) {
    Deque<Integer> left = places.getOrDefault(mark, new ArrayDeque<>());
    if (left.remove(preferred)) {
      return OptionalInt.of(preferred);
    }
    return left.isEmpty() ? OptionalInt.empty() : OptionalInt.of(left.remove());
  }

  /** Takes the first row that is left with a mark. */
  OptionalInt take(String mark) {
    return take(mark, -1);
  }
}
