package baddle.core.intake;

import baddle.core.table.TextBuilder;
import baddle.core.value.TotalLabel;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/**
 * Tells rows with a label of a total in a column of texts. Each text of a block is asked once; most
 * columns have no label, and their rows aren't looked at.
 */
final class LabelCodes {

  private final List<TextBuilder> columns;

  LabelCodes(List<TextBuilder> columns) {
    this.columns = columns;
  }

  /**
   * Marks the rows of which any column holds a label.
   *
   * @param first the first row in the block being built
   * @param marks one for each row, which are all set
   */
  void mark(int first, int rows, boolean[] marks) {
    Arrays.fill(marks, 0, rows, false);
    for (TextBuilder column : columns) {
      BitSet labels = column.codesOf(LabelCodes::isLabel);
      for (int i = 0; i < rows && !labels.isEmpty(); i++) {
        marks[i] |= labels.get(column.code(first + i));
      }
    }
  }

  private static boolean isLabel(char[] text, int start, int end) {
    return TotalLabel.mayBe(text, start, end)
        && TotalLabel.is(new String(text, start, end - start));
  }
}
