package baddle.app.review;

import baddle.core.check.RowHashes;
import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.WideSum;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What sources hold, made short: sources with equal fingerprints have the same rows in some order.
 */
public final class SourceFingerprints {

  /**
   * A fingerprint; fingerprints of several sources add up.
   *
   * @param rows how many rows
   * @param high the sum of the upper halves of their hashes
   * @param low the sum of the lower ones
   * @param amount what the rows are worth, in the smallest unit of the column that says so
   */
  public record Sum(long rows, long high, long low, BigInteger amount) {

    /** Of no rows. */
    public static final Sum NONE = new Sum(0, 0, 0, BigInteger.ZERO);

    /** Of the rows of both. */
    public Sum plus(Sum other) {
      return new Sum(
          rows + other.rows, high + other.high, low + other.low, amount.add(other.amount));
    }
  }

  private record Place(int part, int number) {}

  private final Map<Place, Sum> fingerprints = new HashMap<>();
  private final Schema columns;
  private final Optional<String> amount;

  /**
   * Takes the fingerprints of sources.
   *
   * @param reader at a batch at which they are live
   * @param columns what is looked at
   * @param amount the column that says what rows are worth, if one does
   */
  public SourceFingerprints(
      DatasetReader reader,
      Schema columns,
      Optional<String> amount,
      Collection<StoredSource> sources)
      throws IOException {
    this.columns = columns;
    this.amount = amount.filter(name -> columns.indexOf(name).isPresent());
    Set<Place> wanted = new HashSet<>();
    Set<Integer> parts = new HashSet<>();
    for (StoredSource source : sources) {
      wanted.add(new Place(source.part(), source.number()));
      parts.add(source.part());
    }
    List<String> names = columns.names();
    RowHashes hashes = new RowHashes(columns, names);
    reader.scanParts(
        columns,
        parts::contains,
        rows -> {
          hashes.begin(rows.block());
          for (DatasetReader.LiveRange range : rows.live()) {
            Place place = new Place(rows.part(), range.source());
            if (wanted.contains(place)) {
              Sum fingerprint =
                  new Sum(
                      range.to() - range.from(),
                      sum(hashes, range, true),
                      sum(hashes, range, false),
                      amount(rows.block(), range));
              fingerprints.merge(place, fingerprint, Sum::plus);
            }
          }
        });
  }

  private static long sum(RowHashes hashes, DatasetReader.LiveRange range, boolean high) {
    long sum = 0;
    for (int row = range.from(); row < range.to(); row++) {
      sum += high ? hashes.high(row) : hashes.low(row);
    }
    return sum;
  }

  private BigInteger amount(Block block, DatasetReader.LiveRange range) {
    WideSum sum = new WideSum();
    if (amount.isPresent()) {
      LongVector amounts = block.numbers(block.schema().indexOf(amount.get()).orElseThrow());
      for (int row = range.from(); row < range.to(); row++) {
        if (!amounts.isBlank(row)) {
          sum.add(amounts.values()[row]);
        }
      }
    }
    return sum.value(0).toBigInteger();
  }

  /** The fingerprints of some sources together; that of no rows where none were taken. */
  public static Sum sum(Optional<SourceFingerprints> of, List<StoredSource> sources) {
    return sources.stream()
        .map(source -> of.map(taken -> taken.of(source)).orElse(Sum.NONE))
        .reduce(Sum.NONE, Sum::plus);
  }

  /** What the rows of a fingerprint are, for a person. */
  public static String worth(Optional<SourceFingerprints> of, Sum fingerprint) {
    Optional<String> column = of.flatMap(one -> one.amount);
    int places =
        column
            .map(name -> of.get().columns.column(of.get().columns.indexOf(name).orElseThrow()))
            .map(one -> one.type().places())
            .orElse(0);
    return Worth.of(fingerprint.rows(), column, new BigDecimal(fingerprint.amount(), places));
  }

  /** The fingerprint of a source; that of no rows where it has none. */
  public Sum of(StoredSource source) {
    return fingerprints.getOrDefault(new Place(source.part(), source.number()), Sum.NONE);
  }
}
