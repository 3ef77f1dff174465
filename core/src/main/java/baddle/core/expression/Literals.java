package baddle.core.expression;

import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import java.math.BigDecimal;
import java.util.List;

/** Reads literals of days, moments and intervals. */
final class Literals {

  private Literals() {}

  /** The value of a date or timestamp literal. */
  static long read(TokenCursor tokens, ColumnType.Kind kind) {
    Token literal = tokens.next();
    ValueReader reader = ValueReader.of(ColumnType.of(kind));
    char[] characters = literal.text().toCharArray();
    boolean iso = literal.text().matches("\\d{4}-\\d\\d-\\d\\d.*");
    if (!iso || reader.read(characters, 0, characters.length) != Fit.FITS) {
      String example = kind == ColumnType.Kind.DATE ? "2026-03-14" : "2026-03-14 09:30:00";
      throw tokens.problem(
          "expected a " + kind.word() + " such as '" + example + "'", literal.offset());
    }
    return reader.value();
  }

  /** An interval: a number and a unit. */
  static Tree interval(TokenCursor tokens, int offset) {
    Token number = tokens.next();
    String unit = tokens.token().lower();
    if (!number.text().matches("[+-]?\\d{1,6}") || !Intervals.UNITS.contains(unit)) {
      throw tokens.problem(
          "expected an interval such as interval '3' month; day, month and year are the units",
          offset);
    }
    tokens.next();
    Tree amount = new Tree.Amount(new BigDecimal(number.text()), number.offset());
    return new Tree.Call(Intervals.LITERAL, List.of(amount), unit, offset);
  }
}
