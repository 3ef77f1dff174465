package baddle.app.extract;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.core.intake.heading.Headings;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Finds the types that hold all values of a result exactly: those that are wanted where they do,
 * text where there is no other.
 */
final class ResultTypes implements RowSink {

  private static final int MOST_DIGITS = 18;
  private static final int DATE_ALONE = 10;

  private final Map<String, ColumnType> wanted;
  private final GridRow row = new GridRow();
  private final List<String> names = new ArrayList<>();
  private final List<Found> found = new ArrayList<>();
  private long rows = -1;

  /**
   * Types for a result.
   *
   * @param wanted by heading, as {@link Headings#comparable} has it
   */
  ResultTypes(Map<String, ColumnType> wanted) {
    this.wanted = wanted;
  }

  /** What one column has shown so far. */
  private static final class Found {

    private final Optional<ColumnType> wanted;
    private final Optional<ValueReader> reader;
    private boolean fits = true;
    private @Nullable ColumnType type;
    private int digits;
    private int places;
    private boolean isText;

    Found(Optional<ColumnType> wanted) {
      this.wanted = wanted;
      this.reader =
          wanted
              .filter(type -> type.kind() != ColumnType.Kind.TEXT)
              .map(type -> ValueReader.of(type));
    }

    void add(CellKind kind, String value) {
      fits = fits && (kind == CellKind.BLANK || isRead(kind, value));
      switch (kind) {
        case BLANK -> {}
        case DECIMAL -> addNumber(value);
        case DATE ->
            add(
                ColumnType.of(
                    value.length() == DATE_ALONE
                        ? ColumnType.Kind.DATE
                        : ColumnType.Kind.TIMESTAMP));
        case BOOLEAN -> add(ColumnType.of(ColumnType.Kind.BOOLEAN));
        case NUMBER -> addBinary(value);
        default -> isText = true;
      }
    }

    private boolean isRead(CellKind kind, String value) {
      char[] text = value.toCharArray();
      boolean isNumber = kind == CellKind.DECIMAL || kind == CellKind.NUMBER;
      return reader.isEmpty()
          || Fit.FITS
              == (isNumber
                  ? reader.get().readExactNumber(text, 0, text.length)
                  : reader.get().read(text, 0, text.length));
    }

    private void addBinary(String value) {
      if (value.matches("-?\\d+(\\.\\d+)?")) {
        addNumber(value);
      } else {
        isText = true;
      }
    }

    private void addNumber(String value) {
      int point = value.indexOf('.');
      int sign = value.startsWith("-") ? 1 : 0;
      int whole = (point < 0 ? value.length() : point) - sign;
      digits = Math.max(digits, whole);
      places = Math.max(places, point < 0 ? 0 : value.length() - point - 1);
      add(ColumnType.of(ColumnType.Kind.INTEGER));
    }

    private void add(ColumnType next) {
      ColumnType known = type;
      type = known == null ? next : known.common(next);
    }

    ColumnType type() {
      if (wanted.isPresent() && fits) {
        return wanted.get();
      }
      ColumnType known = type;
      if (isText || known == null || known.kind() == ColumnType.Kind.TEXT) {
        return ColumnType.text();
      }
      if (!known.isNumber()) {
        return known;
      }
      boolean fits = places <= ColumnType.MOST_PLACES && digits + places <= MOST_DIGITS;
      return !fits ? ColumnType.text() : places == 0 ? known : ColumnType.decimal(places);
    }
  }

  @Override
  public GridRow next() {
    return row;
  }

  @Override
  public void row(GridRow filled) throws UnreadableFileException {
    rows++;
    if (rows == 0) {
      for (int i = 0; i < filled.width(); i++) {
        if (names.contains(filled.text(i))) {
          throw new UnreadableFileException(
              "the result has two columns named " + filled.text(i) + "; name one otherwise with as",
              0);
        }
        names.add(filled.text(i));
        found.add(new Found(Optional.ofNullable(wanted.get(Headings.comparable(filled.text(i))))));
      }
      return;
    }
    for (int i = 0; i < filled.width(); i++) {
      found.get(i).add(filled.kind(i), filled.text(i));
    }
  }

  @Override
  public boolean wantsMore() {
    return true;
  }

  /** How many rows there are. */
  long rows() {
    return rows;
  }

  /** The columns with their types. */
  Schema schema() {
    List<Column> columns = new ArrayList<>();
    for (int i = 0; i < names.size(); i++) {
      columns.add(new Column(names.get(i), found.get(i).type()));
    }
    return new Schema(columns);
  }
}
