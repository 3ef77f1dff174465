package baddle.app.closed;

import baddle.core.check.HashCounts;
import baddle.core.check.RowHashes;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The rows of closed periods that a dataset had, and those that were left out of it, as hashes of
 * the values that were read.
 */
final class KnownRows {

  /** Chooses stored rows by their place. */
  @FunctionalInterface
  interface Choice {

    /** Whether the rows of a source are among them. */
    boolean has(int part, int source);
  }

  /** Rows of parts that have the same columns. */
  private record Group(List<String> names, HashCounts counted, HashCounts leftOut) {}

  private final List<Group> groups = new ArrayList<>();
  private Schema columns = new Schema(List.of());

  /** No rows. */
  KnownRows() {}

  /**
   * Reads them.
   *
   * @param wanted the numbers of the periods
   * @param choice which of the rows
   */
  static KnownRows of(
      DatasetPlan dataset,
      DatasetReader reader,
      RowPeriods periods,
      BitSet wanted,
      Set<Integer> parts,
      Choice choice)
      throws IOException {
    KnownRows known = new KnownRows();
    for (Map.Entry<List<Column>, Set<Integer>> group :
        KnownColumns.groups(dataset, reader, parts).entrySet()) {
      Schema read = new Schema(group.getKey());
      Group rows = new Group(read.names(), new HashCounts(), new HashCounts());
      Schema columns = KnownColumns.with(read, periods.columns(), PartRows.columns(dataset));
      RowHashes hashes = new RowHashes(columns, rows.names());
      reader.scanParts(
          columns,
          group.getValue()::contains,
          block -> {
            int[] of = periods.of(block);
            hashes.begin(block.block());
            PartRows there = new PartRows(dataset, block);
            for (DatasetReader.LiveRange range : block.live()) {
              for (int row = range.from();
                  row < range.to() && choice.has(block.part(), range.source());
                  row++) {
                if (of[row] > 0 && wanted.get(of[row])) {
                  add(rows, there, row, hashes.shortened(row));
                }
              }
            }
          });
      known.groups.add(rows);
      known.columns = KnownColumns.with(known.columns, read);
    }
    return known;
  }

  private static void add(Group group, PartRows rows, int row, long hash) {
    if (rows.counts(row)) {
      group.counted.add(hash);
    } else if (rows.isLeftOut(row)) {
      group.leftOut.add(hash);
    }
  }

  /** The columns that a block needs to be compared. */
  Schema columns() {
    return columns;
  }

  /** Compares the rows of one file at a time; each known row matches one row of a file. */
  final class Match {

    private final List<RowHashes> hashes = new ArrayList<>();
    private final List<HashCounts> taken = new ArrayList<>();

    /**
     * Prepares to compare blocks.
     *
     * @param schema of the blocks
     */
    Match(Schema schema) {
      for (Group group : groups) {
        hashes.add(new RowHashes(schema, group.names));
        taken.add(new HashCounts());
      }
    }

    /** Looks at a block. */
    void begin(Block block) {
      hashes.forEach(one -> one.begin(block));
    }

    /** Begins another file: all known rows are free to match again. */
    void beginFile() {
      taken.replaceAll(counts -> new HashCounts());
    }

    /** Whether a row matches a row of the dataset that no other row of the file has matched. */
    boolean isCounted(int row) {
      for (int i = 0; i < groups.size(); i++) {
        long hash = hashes.get(i).shortened(row);
        if (groups.get(i).counted.count(hash) > taken.get(i).count(hash)) {
          taken.get(i).add(hash);
          return true;
        }
      }
      return false;
    }

    /** Whether a row equals one that was left out. */
    boolean isLeftOut(int row) {
      for (int i = 0; i < groups.size(); i++) {
        if (groups.get(i).leftOut.count(hashes.get(i).shortened(row)) > 0) {
          return true;
        }
      }
      return false;
    }
  }
}
