package baddle.app.review;

import baddle.core.check.RowHashes;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Goes over stored rows with a hash of each and, where it is asked for, what it is worth. */
final class HashedRows {

  /** Asks for rows. */
  @FunctionalInterface
  interface Scan {

    /** Asks for some columns of them. */
    void rows(List<String> columns, BlockSink sink) throws IOException;
  }

  /** Takes rows. */
  @FunctionalInterface
  interface Use {

    /** Takes one, of a block that begins with the columns that are hashed. */
    void row(Block block, int row);
  }

  private final List<String> columns;
  private final RowHashes hashes;
  private final int amount;
  private final int places;
  private @Nullable Block last;

  /**
   * Rows of a dataset.
   *
   * @param stored the columns it has in the store
   * @param hashed the columns that the hash is of
   * @param more columns that are read besides
   */
  HashedRows(DatasetPlan dataset, Schema stored, List<String> hashed, List<String> more) {
    Set<String> wanted = new LinkedHashSet<>(hashed);
    wanted.addAll(more);
    dataset.amount().filter(name -> stored.indexOf(name).isPresent()).ifPresent(wanted::add);
    columns = List.copyOf(wanted);
    Schema schema = stored.only(columns);
    hashes = new RowHashes(schema, hashed);
    amount = dataset.amount().map(columns::indexOf).orElse(-1);
    places = amount < 0 ? 0 : schema.column(amount).type().places();
  }

  /** Goes over them. */
  void scan(Scan scan, Use use) throws IOException {
    scan.rows(
        columns,
        (block, from, to) -> {
          if (block != last) {
            hashes.begin(block);
            last = block;
          }
          for (int row = from; row < to; row++) {
            use.row(block, row);
          }
        });
  }

  /** The shortened hash of a row of the block that was handed over last. */
  long hash(int row) {
    return hashes.shortened(row);
  }

  /** What a row is worth; zero where it is worth nothing. */
  BigDecimal amount(Block block, int row) {
    if (amount < 0 || block.vector(amount).isBlank(row)) {
      return BigDecimal.ZERO;
    }
    return BigDecimal.valueOf(((LongVector) block.vector(amount)).values()[row], places);
  }
}
