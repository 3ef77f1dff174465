package baddle.app.review;

import baddle.core.check.RowHashes;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.plan.DatasetPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Goes over stored rows with a hash of each and what it is worth. */
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

    /**
     * Takes one.
     *
     * @param block the block it is in, which begins with the columns that are hashed
     * @param hash shortened
     * @param amount what it is worth; zero where it is worth nothing
     */
    void row(Block block, int row, long hash, BigDecimal amount);
  }

  private HashedRows() {}

  /**
   * Goes over them.
   *
   * @param stored the columns that stored rows have
   * @param hashed the columns that the hash is of
   * @param more other columns that are wanted
   */
  static void scan(
      DatasetPlan dataset,
      Schema stored,
      List<String> hashed,
      List<String> more,
      Scan scan,
      Use use)
      throws IOException {
    Optional<String> amount = dataset.amount().filter(name -> stored.indexOf(name).isPresent());
    Set<String> wanted = new LinkedHashSet<>(hashed);
    wanted.addAll(more);
    amount.ifPresent(wanted::add);
    List<String> columns = new ArrayList<>(wanted);
    Schema schema = stored.only(columns);
    RowHashes hashes = new RowHashes(schema, hashed);
    Block[] last = new Block[1];
    scan.rows(
        columns,
        (block, from, to) -> {
          if (block != last[0]) {
            hashes.begin(block);
            last[0] = block;
          }
          for (int row = from; row < to; row++) {
            BigDecimal worth =
                amount.isEmpty() ? BigDecimal.ZERO : amount(block, amount.get(), row);
            use.row(block, row, hashes.shortened(row), worth);
          }
        });
  }

  private static BigDecimal amount(Block block, String column, int row) {
    int index = block.schema().indexOf(column).orElseThrow();
    Vector vector = block.vector(index);
    return vector.isBlank(row)
        ? BigDecimal.ZERO
        : BigDecimal.valueOf(
            ((LongVector) vector).values()[row], block.schema().column(index).type().places());
  }
}
