package baddle.app.derived;

import baddle.app.closed.FrozenDays;
import baddle.app.parts.LateRows;
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
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
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
  private final Set<List<Integer>> frozen;
  private final Optional<FrozenDays> days;
  private final Map<List<Integer>, Set<String>> keptAsTheyWere = new HashMap<>();
  private final Map<List<Integer>, Set<String>> looked = new HashMap<>();
  private long changedRows;
  private int part = -1;
  private @Nullable ColumnRevision revision;
  private final Set<String> changed = new LinkedHashSet<>();
  private final Map<Integer, Long> heldOfSource = new TreeMap<>();

  Rederivation(
      BatchWriter batch,
      DatasetReader reader,
      DatasetPlan dataset,
      Derivation derivation,
      Set<List<Integer>> frozen,
      Optional<FrozenDays> days) {
    this.frozen = frozen;
    this.days = days;
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
    if (batch.wrote(rows.part())) {
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
    freeze(rows, vectors, before);
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

  /** Lets rows of frozen sources have the values they had, in columns they had. */
  private void freeze(DatasetReader.PartBlock rows, List<Vector> vectors, List<Vector> before) {
    BitSet kept = new BitSet();
    for (DatasetReader.LiveRange range : rows.live()) {
      List<Integer> source = List.of(rows.part(), range.source());
      BitSet ofRange = new BitSet();
      if (frozen.contains(source)) {
        ofRange.set(range.from(), range.to());
        note(source, "", ofRange, vectors, before);
      } else if (days.isPresent()) {
        for (Map.Entry<String, BitSet> period :
            days.get().rows(rows.block(), range.from(), range.to()).entrySet()) {
          note(source, period.getKey(), period.getValue(), vectors, before);
          ofRange.or(period.getValue());
        }
      }
      kept.or(ofRange);
    }
    keepLate(vectors, before);
    for (int i = 0; i < vectors.size() && !kept.isEmpty(); i++) {
      if (had(i)) {
        vectors.set(i, vectors.get(i).with(kept, before.get(i)));
      }
    }
  }

  /** Rows that are held because their period is closed stay so until they are read again. */
  private void keepLate(List<Vector> vectors, List<Vector> before) {
    int held = derived.indexOf(HiddenRows.HELD.name()).orElseThrow();
    TextVector reasons = (TextVector) before.get(held);
    BitSet late = new BitSet();
    for (int row = 0; row < reasons.size(); row++) {
      if (!reasons.isBlank(row)
          && LateRows.isLate(reasons.dictionary().text(reasons.codes()[row]))) {
        late.set(row);
      }
    }
    if (!late.isEmpty()) {
      vectors.set(held, vectors.get(held).with(late, reasons));
    }
  }

  private void note(
      List<Integer> source, String period, BitSet rows, List<Vector> vectors, List<Vector> before) {
    looked.computeIfAbsent(source, s -> new TreeSet<>()).add(period);
    if (isToChange(rows, vectors, before)) {
      keptAsTheyWere.computeIfAbsent(source, s -> new TreeSet<>()).add(period);
    }
  }

  private boolean isToChange(BitSet rows, List<Vector> vectors, List<Vector> before) {
    for (int row = rows.nextSetBit(0); row >= 0; row = rows.nextSetBit(row + 1)) {
      for (int i = 0; i < vectors.size(); i++) {
        if (had(i) && !vectors.get(i).isSame(row, before.get(i))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether the part had a derived column, in the type it has now; blanks of hidden rows count. */
  private boolean had(int column) {
    Column one = derived.column(column);
    return HiddenRows.has(one.name()) || reader.hasColumn(part, one);
  }

  /** The frozen sources whose values were computed anew, by part and number, and their periods. */
  Map<List<Integer>, Set<String>> looked() {
    return looked;
  }

  /** The sources whose rows would have other values if they weren't frozen. */
  Map<List<Integer>, Set<String>> keptAsTheyWere() {
    return keptAsTheyWere;
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
      if (!known && !HiddenRows.has(column)) {
        batch.retireColumn(part, column);
      }
    }
  }
}
