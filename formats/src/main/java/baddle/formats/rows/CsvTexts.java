package baddle.formats.rows;

import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import java.io.IOException;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * The texts of a column as fields. Most are copied as they are; whether one can be is found out
 * once for each vector, for a dictionary can be used again for other texts.
 */
final class CsvTexts {

  private final CsvField field;
  private final boolean marks;
  private final String blank;
  private @Nullable TextVector known;
  private @Nullable CsvFieldKind[] kinds = {};
  private @Nullable String[] written = {};

  /**
   * Of a column.
   *
   * @param field makes a text a field
   * @param marks whether a text is marked that a program would take for a formula
   * @param blank a blank as a field
   */
  CsvTexts(CsvField field, boolean marks, String blank) {
    this.field = field;
    this.marks = marks;
    this.blank = blank;
  }

  void put(TextVector vector, int row, CharBuffered into) throws IOException {
    Dictionary of = vector.dictionary();
    if (vector != known) {
      known = vector;
      kinds = new CsvFieldKind[of.size() + 1];
      written = new String[kinds.length];
    }
    int code = vector.codes()[row];
    if (code == Dictionary.BLANK) {
      into.put(blank);
      return;
    }
    if (kinds[code] == null) {
      decide(of, code);
    }
    switch (Objects.requireNonNull(kinds[code])) {
      case PLAIN -> into.put(of.pool(), of.end(code - 1), of.end(code));
      case QUOTED -> {
        into.put('"');
        into.put(of.pool(), of.end(code - 1), of.end(code));
        into.put('"');
      }
      case ASKED -> into.put(Objects.requireNonNull(written[code]));
    }
  }

  private void decide(Dictionary of, int code) {
    CsvFieldKind kind = field.kind(of.pool(), of.end(code - 1), of.end(code));
    kinds[code] = kind;
    if (kind == CsvFieldKind.ASKED) {
      String text = of.text(code);
      written[code] = field.of(marks ? FormulaMark.with(text) : text);
    }
  }
}
