package baddle.core.intake;

import baddle.core.table.TextBuilder;
import baddle.core.value.TotalLabel;
import java.util.Arrays;
import java.util.List;

/** Tells rows with a label of a total in a column of texts, asked once for each distinct text. */
final class LabelCodes {

  private static final byte UNKNOWN = 0;
  private static final byte NO = 1;
  private static final byte YES = 2;

  private final TextBuilder[] columns;
  private final byte[][] known;
  private int block = -1;

  LabelCodes(List<TextBuilder> columns) {
    this.columns = columns.toArray(TextBuilder[]::new);
    this.known = new byte[columns.size()][64];
  }

  /** Forgets the codes of another block. */
  void inBlock(int number) {
    if (block != number) {
      block = number;
      for (byte[] codes : known) {
        Arrays.fill(codes, UNKNOWN);
      }
    }
  }

  /** Whether any column of a row holds a label. */
  boolean isAt(int row) {
    for (int i = 0; i < columns.length; i++) {
      int code = columns[i].code(row);
      byte[] codes = known[i];
      byte is = code < codes.length ? codes[code] : UNKNOWN;
      if (is == NO) {
        continue;
      }
      if (is == YES || ask(i, row, code)) {
        return true;
      }
    }
    return false;
  }

  private boolean ask(int column, int row, int code) {
    if (code >= known[column].length) {
      known[column] = Arrays.copyOf(known[column], Math.max(code + 1, known[column].length * 2));
    }
    boolean is = columns[column].is(row, TotalLabel::mayBe) && isLabel(column, row);
    known[column][code] = is ? YES : NO;
    return is;
  }

  private boolean isLabel(int column, int row) {
    return TotalLabel.is(new String(columns[column].characters(row)));
  }
}
