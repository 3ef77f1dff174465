package baddle.app.derived;

import baddle.app.closed.FrozenRows;
import baddle.core.derivation.Derivation;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.plan.DatasetPlan;
import baddle.store.BatchWriter;
import baddle.store.ColumnRevision;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Computes the derived columns of stored rows anew, because a lookup or the plan has changed;
 * sources aren't read. Parts in which nothing differs stay as they are.
 */
final class Rederivation {

  private final BatchWriter batch;
  private final DatasetReader reader;
  private final Derivation derivation;
  private final Schema read;
  private final Schema derived;
  private final Optional<FrozenRows> frozen;
  private final Set<Integer> copied;
  private long changedRows;
  private int part = -1;
  private @Nullable ColumnRevision revision;
  private final Set<String> changed = new LinkedHashSet<>();
  private final Map<Integer, Long> heldOfSource = new TreeMap<>();

  /**
   * Of the stored rows of a dataset.
   *
   * @param frozen the rows that keep the values they have
   * @param copied parts of this batch that have rows of earlier ones
   */
  Rederivation(
      BatchWriter batch,
      DatasetReader reader,
      DatasetPlan dataset,
      Derivation derivation,
      Optional<FrozenRows> frozen,
      Set<Integer> copied) {
    this.frozen = frozen;
    this.copied = Set.copyOf(copied);
    this.batch = batch;
    this.reader = reader;
    this.derivation = derivation;
    this.read = dataset.readSchema();
    this.derived =
        new Schema(
            derivation.schema().columns().stream()
                .filter(column -> read.indexOf(column.name()).isEmpty())
                .toList());
  }

  /**
   * Goes over all parts that earlier batches have written.
   *
   * @return how many rows have another value than before
   */
  long run() throws IOException {
    List<Column> both = new ArrayList<>(read.columns());
    both.addAll(derived.columns());
    frozen.ifPresent(
        rows ->
            rows.columns().columns().stream()
                .filter(column -> !both.contains(column))
                .forEach(both::add));
    try {
      reader.scanParts(new Schema(both), this::accept);
      endPart();
    } finally {
      if (revision != null) {
        revision.close();
      }
    }
    return changedRows;
  }

  private void accept(DatasetReader.PartBlock rows) throws IOException {
    if (batch.wrote(rows.part()) && !copied.contains(rows.part())) {
      return;
    }
    if (rows.part() != part) {
      endPart();
      beginPart(rows.part());
    }
    Block block = rows.block();
    Block computed = derivation.apply(block.only(read));
    List<Vector> vectors = new ArrayList<>();
    List<Vector> before = new ArrayList<>();
    for (Column column : derived.columns()) {
      vectors.add(computed.vector(index(computed, column)));
      before.add(block.vector(index(block, column)));
    }
    if (frozen.isPresent()) {
      freeze(frozen.get(), rows, vectors, before);
    }
    TextVector held =
        (TextVector) vectors.get(derived.indexOf(HiddenRows.HELD.name()).orElseThrow());
    for (DatasetReader.LiveRange range : rows.live()) {
      long count = 0;
      for (int row = range.from(); row < range.to(); row++) {
        changedRows += differs(row, vectors, before) ? 1 : 0;
        count += held.isBlank(row) ? 0 : 1;
      }
      heldOfSource.merge(range.source(), count, Long::sum);
    }
    if (revision != null) {
      revision.write(rows.number(), vectors);
    }
  }

  /** Keeps the values of frozen rows in the columns they had. */
  private void freeze(
      FrozenRows rows, DatasetReader.PartBlock block, List<Vector> vectors, List<Vector> before) {
    BitSet kept = rows.of(block);
    if (kept.isEmpty()) {
      return;
    }
    rows.note(block, toChange(kept, vectors, before));
    for (int i = 0; i < vectors.size(); i++) {
      if (had(i)) {
        vectors.set(i, vectors.get(i).with(kept, before.get(i)));
      }
    }
  }

  private BitSet toChange(BitSet rows, List<Vector> vectors, List<Vector> before) {
    BitSet changed = new BitSet();
    for (int row = rows.nextSetBit(0); row >= 0; row = rows.nextSetBit(row + 1)) {
      for (int i = 0; i < vectors.size(); i++) {
        if (had(i) && !vectors.get(i).isSame(row, before.get(i))) {
          changed.set(row);
        }
      }
    }
    return changed;
  }

  /** Whether the part had a derived column, in the type it has now; blanks of hidden rows count. */
  private boolean had(int column) {
    Column one = derived.column(column);
    return HiddenRows.has(one.name()) || reader.hasColumn(part, one);
  }

  private static int index(Block block, Column column) {
    return block.schema().indexOf(column.name()).orElseThrow();
  }

  private boolean differs(int row, List<Vector> vectors, List<Vector> before) {
    boolean differs = false;
    for (int i = 0; i < vectors.size(); i++) {
      if (!vectors.get(i).isSame(row, before.get(i))) {
        changed.add(derived.column(i).name());
        differs = true;
      }
    }
    return differs;
  }

  private boolean isKept(int ofPart) {
    return frozen.filter(rows -> rows.isKept(ofPart)).isPresent();
  }

  private void beginPart(int newPart) throws IOException {
    part = newPart;
    changed.clear();
    heldOfSource.clear();
    Map<Column, Integer> positions = new LinkedHashMap<>();
    for (Column column : derived.columns()) {
      positions.put(column, derivation.schema().indexOf(column.name()).orElseThrow());
      boolean hides = column.name().equals(HiddenRows.HELD.name());
      if (!hides && !reader.hasColumn(part, column)) {
        changed.add(column.name());
      }
    }
    revision = batch.revise(part, positions);
  }

  private void endPart() throws IOException {
    ColumnRevision ending = revision;
    if (ending == null) {
      return;
    }
    ending.end(changed);
    ending.close();
    revision = null;
    for (Map.Entry<Integer, Long> held : heldOfSource.entrySet()) {
      batch.setRowState(part, held.getKey(), HiddenRows.HELD.name(), held.getValue(), 0);
    }
    for (String column : reader.columnsOfPart(part)) {
      boolean known = derivation.schema().indexOf(column).isPresent();
      if (!known && !HiddenRows.has(column) && !isKept(part)) {
        batch.retireColumn(part, column);
      }
    }
  }
}
