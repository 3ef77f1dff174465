package baddle.app.compare;

import baddle.core.check.RowHashes;
import baddle.core.check.RowTallies;
import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.Origin;
import java.util.List;
import java.util.Objects;
import java.util.function.ToLongFunction;
import org.jspecify.annotations.Nullable;

/** Hashes the keys and contents of rows; the same key in another file is another one. */
final class KeyHashes {

  private final List<String> key;
  private final List<String> content;
  private final RowTallies tallies;
  private final ToLongFunction<String> fileNumber;
  private @Nullable Block block;
  private @Nullable RowHashes keys;
  private @Nullable RowHashes contents;
  private int[] files = {};
  private long[] numbers = {};

  /**
   * Of blocks to come, which have the file a row is from.
   *
   * @param key the columns of the key
   * @param content the columns whose values are compared
   * @param tallies number the keys
   * @param fileNumber a number that tells a file from others, by its name in the blocks
   */
  KeyHashes(
      List<String> key,
      List<String> content,
      RowTallies tallies,
      ToLongFunction<String> fileNumber) {
    this.key = key;
    this.content = content;
    this.tallies = tallies;
    this.fileNumber = fileNumber;
  }

  /** Hashes the rows of a block, once for all ranges of it. */
  void begin(Block taken) {
    if (block == taken) {
      return;
    }
    block = taken;
    contents = hashes(contents, taken, content);
    keys = key.equals(content) ? contents : hashes(keys, taken, key);
    int column = taken.schema().indexOf(Origin.SOURCE_FILE.name()).orElseThrow();
    files = taken.text(column).codes();
    Dictionary names = taken.text(column).dictionary();
    numbers = new long[names.size() + 1];
    for (int code = 1; code < numbers.length; code++) {
      numbers[code] = fileNumber.applyAsLong(names.text(code));
    }
  }

  private static RowHashes hashes(@Nullable RowHashes known, Block taken, List<String> columns) {
    RowHashes hashes = known == null ? new RowHashes(taken.schema(), columns) : known;
    hashes.begin(taken);
    return hashes;
  }

  /** The number of a row's key. */
  int key(int row) {
    RowHashes hashes = Objects.requireNonNull(keys);
    long file = numbers[files[row]];
    return tallies.key(hashes.high(row) + file, hashes.low(row) ^ file);
  }

  /** Adds rows of the block. */
  void add(RowTallies.Side side, int from, int to) {
    RowHashes held = Objects.requireNonNull(contents);
    for (int row = from; row < to; row++) {
      tallies.add(side, key(row), held.high(row), held.low(row));
    }
  }
}
