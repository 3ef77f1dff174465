package baddle.app.derived;

import baddle.app.review.DuplicateReason;
import baddle.core.table.Dictionary;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.store.BatchWriter;
import baddle.store.ColumnRevision;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Writes the column that says which rows don't count for their key, where it has changed. */
final class DuplicateColumn {

  private static final Schema COLUMN = new Schema(List.of(HiddenRows.DUPLICATE));

  private final BatchWriter batch;
  private final DatasetReader reader;
  private final Map<Integer, Map<Integer, DuplicateReason>> marks;
  private final Map<Integer, Hidden> hiddenOfSource = new TreeMap<>();
  private int part = -1;
  private boolean differs;
  private @Nullable ColumnRevision revision;

  /** How many rows of a source are hidden. */
  private static final class Hidden {
    private long held;
    private long leftOut;
  }

  /**
   * The column of a dataset.
   *
   * @param marks for each part, the reasons of the rows that don't count, by row of the part
   */
  DuplicateColumn(
      BatchWriter batch, DatasetReader reader, Map<Integer, Map<Integer, DuplicateReason>> marks) {
    this.batch = batch;
    this.reader = reader;
    this.marks = marks;
  }

  void write() throws IOException {
    try {
      reader.scanParts(COLUMN, this::accept);
      endPart();
    } finally {
      if (revision != null) {
        revision.close();
      }
    }
  }

  private void accept(DatasetReader.PartBlock rows) throws IOException {
    if (rows.part() != part) {
      endPart();
      part = rows.part();
      int last = reader.columnsOfPart(part).size();
      revision = batch.revise(part, Map.of(HiddenRows.DUPLICATE, last));
    }
    Vector before = rows.block().vector(0);
    TextVector after = column(rows);
    for (int row = 0; row < after.size() && !differs; row++) {
      differs = !after.isSame(row, before);
    }
    if (revision != null) {
      revision.write(rows.number(), List.of(after));
    }
  }

  private TextVector column(DatasetReader.PartBlock rows) {
    Map<Integer, DuplicateReason> ofPart = marks.getOrDefault(part, Map.of());
    Dictionary reasons = new Dictionary();
    int[] codes = new int[rows.block().size()];
    for (DatasetReader.LiveRange range : rows.live()) {
      Hidden hidden = hiddenOfSource.computeIfAbsent(range.source(), source -> new Hidden());
      for (int row = range.from(); row < range.to(); row++) {
        DuplicateReason reason = ofPart.get(rows.firstRow() + row);
        if (reason != null) {
          codes[row] = reasons.code(reason.text());
          hidden.held += reason.held().isPresent() ? 1 : 0;
          hidden.leftOut += reason.held().isPresent() ? 0 : 1;
        }
      }
    }
    return new TextVector(codes, codes.length, reasons);
  }

  private void endPart() throws IOException {
    ColumnRevision ending = revision;
    if (ending != null) {
      ending.end(differs ? Set.of(HiddenRows.DUPLICATE.name()) : Set.of());
      ending.close();
      revision = null;
      for (Map.Entry<Integer, Hidden> source : hiddenOfSource.entrySet()) {
        Hidden hidden = source.getValue();
        batch.setRowState(
            part, source.getKey(), HiddenRows.DUPLICATE.name(), hidden.held, hidden.leftOut);
      }
    }
    hiddenOfSource.clear();
    differs = false;
  }
}
