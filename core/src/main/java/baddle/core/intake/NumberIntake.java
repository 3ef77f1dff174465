package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.LongBuilder;
import baddle.core.value.ConventionChoice;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import java.util.Optional;

/** Whole numbers, decimals, dates... from a cell. */
final class NumberIntake implements ColumnIntake {

  private final int cell;
  private final LongBuilder builder;
  private final ValueReader reader;
  private final Fit blankFit;

  NumberIntake(int cell, LongBuilder builder, ValueReader reader, boolean required) {
    this.cell = cell;
    this.builder = builder;
    this.reader = reader;
    this.blankFit = required ? Fit.BLANK : Fit.FITS;
  }

  @Override
  public Optional<NumberIntake> numbers() {
    return Optional.of(this);
  }

  int cell() {
    return cell;
  }

  ValueReader reader() {
    return reader;
  }

  /**
   * Looks at the first rows before any is taken: where they show that the sender writes otherwise
   * than assumed, the column is read so from the start.
   */
  void lookAhead(GridRow[] rows, int to) {
    Optional<ConventionChoice> assumed =
        reader.conventionChoice().filter(ConventionChoice::isAssumed);
    if (assumed.isEmpty()) {
      return;
    }
    for (int i = 0; i < to; i++) {
      if (rows[i].kind(cell) == CellKind.TEXT) {
        reader.read(rows[i].buffer(cell), rows[i].start(cell), rows[i].end(cell));
      }
    }
    reader.understand(ConventionChoice.assumed(reader.evidence().decide().convention()));
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    boolean fits = true;
    for (int i = from; i < to; i++) {
      fits &= take(rows, i, blockRow + i - from) == Fit.FITS;
    }
    return fits;
  }

  @Override
  public void mark() {
    reader.mark();
  }

  @Override
  public void backToMark() {
    reader.backToMark();
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    GridRow row = rows[index];
    if (row.hasBytes(cell)
        && reader.readCommon(row.bytes(), row.byteStart(cell), row.byteEnd(cell))) {
      builder.set(blockRow, reader.value());
      return Fit.FITS;
    }
    CellKind kind = row.kind(cell);
    if (kind == CellKind.BLANK) {
      builder.blank(blockRow);
      return blankFit;
    }
    if (kind == CellKind.ERROR || kind == CellKind.FORMULA) {
      return kind == CellKind.ERROR ? Fit.ERROR_CELL : Fit.FORMULA_WITHOUT_RESULT;
    }
    Fit fit = read(reader, row, cell);
    if (fit == Fit.FITS) {
      builder.set(blockRow, reader.value());
    } else if (fit == Fit.MEANS_BLANK) {
      builder.blank(blockRow);
      return blankFit;
    }
    return fit;
  }

  /** Reads a cell that isn't blank, as its kind is read. */
  static Fit read(ValueReader reader, GridRow row, int cell) {
    CellKind kind = row.kind(cell);
    char[] text = row.buffer(cell);
    if (kind == CellKind.NUMBER) {
      return reader.readStoredNumber(text, row.start(cell), row.end(cell));
    }
    return kind == CellKind.DECIMAL
        ? reader.readExactNumber(text, row.start(cell), row.end(cell))
        : reader.read(text, row.start(cell), row.end(cell));
  }
}
