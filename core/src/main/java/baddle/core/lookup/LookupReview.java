package baddle.core.lookup;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/**
 * Goes over all rows of a dataset and counts what a lookup has matched and what not. Where rows may
 * keep what an earlier state of the lookup has brought, what they hold decides.
 */
public final class LookupReview implements BlockSink {

  private static final int MOST_KEYS = 100_000;
  private static final String OTHERS = "(others)";

  /**
   * A key that isn't there, or that is ambiguous.
   *
   * @param key as a person reads it, in the first of its spellings
   * @param comparable as it is compared
   * @param rows how many rows have it
   * @param amount what they carry
   */
  public record Key(String key, String comparable, long rows, BigDecimal amount) {}

  private static final class Tally {
    private final String written;
    private final String comparable;
    private long rows;
    private final WideSum amount = new WideSum();

    Tally(String written, String comparable) {
      this.written = written;
      this.comparable = comparable;
    }
  }

  private final LookupColumns columns;
  private final OptionalInt amount;
  private final int places;
  private final Map<String, Tally> missing = new HashMap<>();
  private final Map<String, Tally> ambiguous = new HashMap<>();
  private long matched;

  /** A block comes range by range, and is looked up once. */
  private @Nullable Block lastFound;

  private int[] found = {};
  private final int[] stored;

  /**
   * A review.
   *
   * @param schema the columns of the blocks to come; those that the lookup brings among them only
   *     if rows may hold something else than it would bring
   * @param amount the column whose sums say what rows are worth
   */
  public LookupReview(LookupTable table, Schema schema, OptionalInt amount) {
    this.columns = new LookupColumns(table, schema);
    this.amount = amount;
    List<Column> bring = table.spec().bring();
    this.stored =
        bring.stream().allMatch(schema::has)
            ? bring.stream().mapToInt(c -> schema.indexOf(c.name()).orElseThrow()).toArray()
            : new int[0];
    this.places = amount.isPresent() ? schema.column(amount.getAsInt()).type().places() : 0;
  }

  @Override
  public void accept(Block block, int from, int to) {
    if (block != lastFound) {
      find(block);
      lastFound = block;
    }
    for (int row = from; row < to; row++) {
      Tally tally = take(block, row, 1);
      if (tally != null && amount.isPresent()) {
        LongVector amounts = block.numbers(amount.getAsInt());
        if (!amounts.isBlank(row)) {
          tally.amount.add(amounts.values()[row]);
        }
      }
    }
  }

  /**
   * Takes groups of rows that have the same values.
   *
   * @param groups a row for each, of the review's columns without that of the amount
   * @param rows how many rows each is of
   * @param amounts what they carry; none where no column says what rows are worth
   */
  public void accept(Block groups, long[] rows, List<Optional<BigDecimal>> amounts) {
    find(groups);
    lastFound = null;
    for (int group = 0; group < groups.size(); group++) {
      Tally tally = take(groups, group, rows[group]);
      if (tally != null && !amounts.isEmpty() && amounts.get(group).isPresent()) {
        BigInteger sum = amounts.get(group).get().unscaledValue();
        tally.amount.add(new WideSum(sum.shiftRight(64).longValue(), sum.longValue()));
      }
    }
  }

  private void find(Block block) {
    found = columns.find(block);
    if (stored.length > 0) {
      letStoredDecide(block);
    }
  }

  /** Counts rows with the values of one; the tally of its key where it has no match, else null. */
  private @Nullable Tally take(Block block, int row, long rows) {
    if (found[row] < 0) {
      Tally tally = tally(found[row] == LookupTable.MISSING ? missing : ambiguous, block, row);
      tally.rows += rows;
      return tally;
    }
    matched += rows;
    if (found[row] < columns.table().size()) {
      columns.table().use(found[row]);
    }
    return null;
  }

  /** Rows that hold what a missing key gets are of such; others had a match, if not of today. */
  private void letStoredDecide(Block block) {
    int size = block.size();
    int[] missed = new int[size];
    Arrays.fill(missed, LookupTable.MISSING);
    List<Vector> unmatched = columns.bring(missed, size);
    List<Vector> today = columns.bring(found, size);
    for (int row = 0; row < size; row++) {
      boolean holdsNothing = true;
      boolean bringsNothing = true;
      for (int i = 0; i < stored.length; i++) {
        Vector held = block.vector(stored[i]);
        holdsNothing &= held.isBlank(row) || held.isSame(row, unmatched.get(i));
        bringsNothing &= today.get(i).isBlank(row) || today.get(i).isSame(row, unmatched.get(i));
      }
      if (found[row] >= 0 && holdsNothing && !bringsNothing) {
        found[row] = LookupTable.MISSING;
      } else if (found[row] < 0 && !holdsNothing) {
        found[row] = columns.table().size();
      }
    }
  }

  private Tally tally(Map<String, Tally> tallies, Block block, int row) {
    String key = columns.comparableKey(block, row);
    if (tallies.size() >= MOST_KEYS && !tallies.containsKey(key)) {
      key = OTHERS;
    }
    String comparable = key;
    return tallies.computeIfAbsent(
        comparable,
        k -> new Tally(k.equals(OTHERS) ? OTHERS : columns.key(block, row), comparable));
  }

  /** The lookup. */
  public LookupTable table() {
    return columns.table();
  }

  /** How many rows it has matched. */
  public long matched() {
    return matched;
  }

  /** The keys that no row of the lookup has, the most frequent first. */
  public List<Key> missing() {
    return sorted(missing);
  }

  /** The keys that bring different values, the most frequent first. */
  public List<Key> ambiguous() {
    return sorted(ambiguous);
  }

  private List<Key> sorted(Map<String, Tally> tallies) {
    List<Key> keys = new ArrayList<>();
    tallies.forEach(
        (key, tally) ->
            keys.add(
                new Key(tally.written, tally.comparable, tally.rows, tally.amount.value(places))));
    keys.sort(Comparator.comparingLong(Key::rows).reversed().thenComparing(Key::key));
    return keys;
  }
}
