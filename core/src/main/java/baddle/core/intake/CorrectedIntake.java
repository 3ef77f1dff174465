package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.outcome.Corrected;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Replaces wrong values by right ones before they are taken, and keeps what was replaced. */
final class CorrectedIntake implements ColumnIntake {

  private final String column;
  private final int cell;
  private final Map<String, String> corrections;
  private final ColumnIntake taker;
  private final TextBuilder original;
  private final GridRow[] corrected = {new GridRow()};
  private final Map<String, Long> counts = new LinkedHashMap<>();
  private Map<String, Long> counted = Map.of();

  CorrectedIntake(
      String column,
      int cell,
      Map<String, String> corrections,
      ColumnIntake taker,
      TextBuilder original) {
    this.column = column;
    this.cell = cell;
    this.corrections = corrections;
    this.taker = taker;
    this.original = original;
  }

  @Override
  public Optional<NumberIntake> numbers() {
    return taker.numbers();
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    GridRow row = rows[index];
    CellKind kind = row.kind(cell);
    String right = kind == CellKind.BLANK ? null : corrections.get(row.text(cell));
    if (right == null) {
      original.blank(blockRow);
      return taker.take(rows, index, blockRow);
    }
    original.set(blockRow, row.buffer(cell), row.start(cell), row.end(cell));
    counts.merge(row.text(cell), 1L, Long::sum);
    corrected[0].begin(row.number());
    if (!right.isEmpty()) {
      corrected[0].add(cell, CellKind.TEXT, right);
    }
    return taker.take(corrected, 0, blockRow);
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
    counted = Map.copyOf(counts);
    taker.mark();
  }

  @Override
  public void backToMark() {
    counts.clear();
    counts.putAll(counted);
    taker.backToMark();
  }

  @Override
  public List<Corrected> corrected() {
    List<Corrected> all = new ArrayList<>();
    counts.forEach(
        (wrong, rows) ->
            all.add(new Corrected(column, wrong, corrections.getOrDefault(wrong, ""), rows)));
    return all;
  }
}
