package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;
import baddle.core.value.StoredNumber;
import baddle.core.value.ValueReader;

/** The ways a column gets its values. */
final class ColumnIntakes {

  private ColumnIntakes() {}

  /** From a cell, into text. */
  static ColumnIntake text(int cell, TextBuilder builder, boolean required) {
    return (row, blockRow) -> {
      CellKind kind = row.kind(cell);
      if (kind == CellKind.ERROR) {
        return Fit.ERROR_CELL;
      }
      if (kind == CellKind.BLANK) {
        builder.blank(blockRow);
        return required ? Fit.BLANK : Fit.FITS;
      }
      if (kind == CellKind.NUMBER) {
        char[] seen =
            StoredNumber.asText(row.buffer(), row.start(cell), row.end(cell)).toCharArray();
        builder.set(blockRow, seen, 0, seen.length);
      } else {
        builder.set(blockRow, row.buffer(), row.start(cell), row.end(cell));
      }
      return Fit.FITS;
    };
  }

  /** From a cell, into whole numbers. */
  static ColumnIntake number(int cell, LongBuilder builder, ValueReader reader, boolean required) {
    return (row, blockRow) -> {
      CellKind kind = row.kind(cell);
      if (kind == CellKind.BLANK) {
        builder.blank(blockRow);
        return required ? Fit.BLANK : Fit.FITS;
      }
      if (kind == CellKind.ERROR) {
        return Fit.ERROR_CELL;
      }
      Fit fit = read(row, cell, kind, reader);
      if (fit == Fit.FITS) {
        builder.set(blockRow, reader.value());
      }
      return fit;
    };
  }

  private static Fit read(GridRow row, int cell, CellKind kind, ValueReader reader) {
    return kind == CellKind.NUMBER
        ? reader.readStoredNumber(row.buffer(), row.start(cell), row.end(cell))
        : reader.read(row.buffer(), row.start(cell), row.end(cell));
  }

  /** The same text in every row. */
  static ColumnIntake constant(char[] text, TextBuilder builder) {
    return (row, blockRow) -> {
      builder.set(blockRow, text, 0, text.length);
      return Fit.FITS;
    };
  }

  /** The same number in every row. */
  static ColumnIntake constant(long value, LongBuilder builder) {
    return (row, blockRow) -> {
      builder.set(blockRow, value);
      return Fit.FITS;
    };
  }

  /** Nothing in any row, for a column whose heading the source doesn't have. */
  static ColumnIntake blank(ColumnBuilder builder) {
    return (row, blockRow) -> {
      builder.blank(blockRow);
      return Fit.FITS;
    };
  }
}
