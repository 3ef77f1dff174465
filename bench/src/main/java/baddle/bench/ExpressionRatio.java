package baddle.bench;

import baddle.core.calendar.Calendar;
import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * Computes {@code round(quantity * unit_price * 1.175, 2)} over 5,000,000 rows, against the same in
 * a plain loop over {@code long}s that checks for overflow too; prints a line of a table.
 */
final class ExpressionRatio {

  private static final int ROWS = 5_000_000;
  private static final int TURNS = 15;
  private static final long RATE = 1175;
  private static final long ROUNDED_OFF = 1000;

  private ExpressionRatio() {}

  /** Runs both in turns. */
  public static void main(String[] args) {
    Random random = new Random(1);
    long[] quantities = random.longs(Block.MOST_ROWS, 1, 100).toArray();
    long[] prices = random.longs(Block.MOST_ROWS, 1, 100_000).toArray();
    Schema schema =
        new Schema(
            List.of(
                new Column("quantity", ColumnType.of(ColumnType.Kind.INTEGER)),
                new Column("unit_price", ColumnType.decimal(2))));
    Block block =
        new Block(
            schema,
            List.of(
                new LongVector(quantities, null, Block.MOST_ROWS),
                new LongVector(prices, null, Block.MOST_ROWS)),
            new int[0],
            Block.MOST_ROWS);
    BoundExpression expression =
        Expression.parse("round(quantity * unit_price * 1.175, 2)")
            .bind(schema, Calendar.standard())
            .as(ColumnType.decimal(2));
    int blocks = ROWS / Block.MOST_ROWS + 1;
    long plain = Long.MAX_VALUE;
    long ours = Long.MAX_VALUE;
    long check = 0;
    for (int turn = 0; turn < TURNS; turn++) {
      long start = System.nanoTime();
      for (int i = 0; i < blocks; i++) {
        check += plain(quantities, prices)[i];
      }
      plain = Math.min(plain, System.nanoTime() - start);
      start = System.nanoTime();
      for (int i = 0; i < blocks; i++) {
        check -= ((LongVector) expression.vector(block)).values()[i];
      }
      ours = Math.min(ours, System.nanoTime() - start);
    }
    if (check != 0) {
      throw new IllegalStateException("the two differ");
    }
    System.out.printf(
        Locale.ROOT,
        "| a product with rounding over 5,000,000 rows; ms against a plain loop over longs"
            + " | %.1f | %.1f | %.2f | at most 3 |%n",
        plain / 1e6,
        ours / 1e6,
        (double) ours / plain);
  }

  private static long[] plain(long[] quantities, long[] prices) {
    long[] results = new long[quantities.length];
    for (int i = 0; i < quantities.length; i++) {
      long exact = Math.multiplyExact(Math.multiplyExact(quantities[i], prices[i]), RATE);
      long quotient = exact / ROUNDED_OFF;
      long rest = Math.abs(exact % ROUNDED_OFF);
      results[i] = rest * 2 >= ROUNDED_OFF ? quotient + Long.signum(exact) : quotient;
    }
    return results;
  }
}
