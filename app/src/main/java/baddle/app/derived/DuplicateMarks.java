package baddle.app.derived;

import baddle.app.closed.FrozenRows;
import baddle.app.review.DuplicateReason;
import baddle.core.check.KeyIndex;
import baddle.core.derivation.HeldBecause;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.plan.DatasetPlan;
import baddle.plan.DuplicateRule;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Finds the rows of a dataset that have the key of another, and hides those that aren't to count.
 * Which row counts depends on the sources' periods and names, never on the order they came in; rows
 * of closed periods go before all others, and stay what they were.
 */
final class DuplicateMarks {

  private static final int MOST_EXAMPLES = 3;
  private static final int LONGEST_KEY = 200;

  /** What was found of one kind. */
  private static final class Tally {
    private long rows;
    private Place first = Place.nowhere();
    private final List<String> examples = new ArrayList<>();
  }

  /** Receives each row that has the key of another. */
  @FunctionalInterface
  interface Watch {

    /**
     * A row has the key of another.
     *
     * @param key the key, as a person reads it
     * @param other the row that counts
     */
    void repeated(String key, Place here, Place other);
  }

  private final DatasetReader reader;
  private final DuplicateRule rule;
  private final SourceRanks ranks;
  private final Schema wanted;
  private final Optional<FrozenRows> frozen;
  private final Map<DuplicateKind, Tally> tallies = new TreeMap<>();

  /** For each part, the reasons of the rows that don't count, by row of the part. */
  private final Map<Integer, Map<Integer, DuplicateReason>> marks = new LinkedHashMap<>();

  private long withoutKey;

  private final Watch watch;

  /**
   * Of a dataset.
   *
   * @param frozen the rows of closed periods that stay what they were
   */
  DuplicateMarks(
      DatasetReader reader, DatasetPlan dataset, SourceRanks ranks, Optional<FrozenRows> frozen) {
    this(reader, dataset, ranks, frozen, (key, here, other) -> {});
  }

  /** The same, reporting each row to a listener. */
  DuplicateMarks(
      DatasetReader reader,
      DatasetPlan dataset,
      SourceRanks ranks,
      Optional<FrozenRows> frozen,
      Watch watch) {
    this.watch = watch;
    this.frozen = frozen;
    this.reader = reader;
    this.rule = dataset.duplicates();
    this.ranks = ranks;
    List<Column> columns = new ArrayList<>(dataset.schema().only(rule.key()).columns());
    columns.add(Origin.SOURCE_ROW);
    columns.addAll(HiddenRows.columns());
    frozen.ifPresent(
        rows ->
            rows.columns().columns().stream()
                .filter(column -> !columns.contains(column))
                .forEach(columns::add));
    this.wanted = new Schema(columns);
  }

  /** Finds and hides them, and reports them. */
  List<Finding> run(BatchWriter batch) throws IOException {
    find();
    if (rule.policy() != DuplicateRule.Policy.REPORT || reader.hides(HiddenRows.DUPLICATE)) {
      new DuplicateColumn(batch, reader, marks).write();
    }
    return findings();
  }

  /** Finds them. */
  void find() throws IOException {
    if (rule.key().isEmpty()) {
      return;
    }
    int passes = (int) (reader.storedRows() / KeyIndex.ROWS_OF_PASS) + 1;
    for (int pass = 0; pass < passes; pass++) {
      KeyIndex.Counts counts =
          rule.policy() == DuplicateRule.Policy.KEEP_LATEST
              ? KeyIndex.Counts.LATEST_SOURCE
              : KeyIndex.Counts.FIRST;
      KeyIndex index = new KeyIndex(wanted, rule.key(), counts, passes, pass);
      boolean firstPass = pass == 0;
      scan(index, (rows, row, rank, number) -> add(index, row, rank, number, firstPass));
      if (index.anyRepeated()) {
        scan(index, (rows, row, rank, number) -> ask(index, rows, row, rank, number));
      }
    }
  }

  @FunctionalInterface
  private interface RowUse {
    void use(DatasetReader.PartBlock rows, int row, int rank, long at);
  }

  /** Goes over the rows that aren't held for another reason. */
  private void scan(KeyIndex index, RowUse use) throws IOException {
    RowIdentity identity = new RowIdentity();
    int sourceRow = rule.key().size();
    reader.scanParts(
        wanted,
        rows -> {
          Block block = rows.block();
          index.begin(block);
          TextVector held = block.text(sourceRow + 1);
          TextVector duplicate = block.text(sourceRow + 2);
          TextVector closed = block.text(sourceRow + 3);
          BitSet stay = frozen.map(own -> own.of(rows)).orElseGet(BitSet::new);
          long[] numbers = block.numbers(sourceRow).values();
          for (DatasetReader.LiveRange range : rows.live()) {
            int rank = ranks.of(rows.part(), range.source());
            for (int row = range.from(); row < range.to(); row++) {
              long at = identity.of(rank, numbers[row]);
              if (!held.isBlank(row) || !closed.isBlank(row)) {
                continue;
              }
              if (!stay.get(row)) {
                use.use(rows, row, rank, at);
              } else if (duplicate.isBlank(row)) {
                use.use(rows, row, first(rank), at);
              } else {
                mark(rows, row, DuplicateReason.parse(text(duplicate, row)));
              }
            }
          }
        });
  }

  private static String text(TextVector texts, int row) {
    return texts.dictionary().text(texts.codes()[row]);
  }

  /** The rank of a row that goes before those of any source. */
  private int first(int rank) {
    return rule.policy() == DuplicateRule.Policy.KEEP_LATEST
        ? rank + ranks.size()
        : rank - ranks.size();
  }

  private boolean isFirst(int rank) {
    return rank < 0 || rank >= ranks.size();
  }

  private int plain(int rank) {
    return Math.floorMod(rank, ranks.size());
  }

  private void mark(DatasetReader.PartBlock rows, int row, DuplicateReason reason) {
    marks.computeIfAbsent(rows.part(), p -> new HashMap<>()).put(rows.firstRow() + row, reason);
  }

  private void add(KeyIndex index, int row, int rank, long number, boolean firstPass) {
    withoutKey += firstPass && index.isWithoutKey(row) ? 1 : 0;
    index.add(row, rank, number);
  }

  private void ask(KeyIndex index, DatasetReader.PartBlock rows, int row, int rank, long number) {
    if (!index.isRepeated(row, rank, number)) {
      return;
    }
    KeyIndex.Counted counted = index.counted(row);
    int own = plain(rank);
    int other = plain(counted.source());
    boolean sameSource = ranks.sameSource(own, other);
    DuplicateKind kind =
        sameSource
            ? DuplicateKind.WITHIN_SOURCE
            : ranks.samePeriod(own, other)
                ? DuplicateKind.BETWEEN_SOURCES
                : DuplicateKind.BETWEEN_PERIODS;
    Place here = ranks.place(own).atRow(RowIdentity.number(number));
    Place there = ranks.place(other).atRow(RowIdentity.number(counted.row()));
    watch.repeated(key(rows.block(), row), here, there);
    boolean latest = rule.policy() == DuplicateRule.Policy.KEEP_LATEST;
    if (!(latest && kind == DuplicateKind.BETWEEN_PERIODS)) {
      tally(kind, key(rows.block(), row), here, there);
    }
    boolean hidden =
        !isFirst(rank) && (latest ? !sameSource : rule.policy() == DuplicateRule.Policy.HOLD);
    if (hidden) {
      DuplicateReason reason =
          latest
              ? DuplicateReason.LEFT_OUT
              : new DuplicateReason(
                  Optional.of(
                      new HeldBecause(
                          String.join(", ", rule.key()),
                          key(rows.block(), row),
                          "a key of its own; " + there + " has it too")));
      mark(rows, row, reason);
    }
  }

  private void tally(DuplicateKind kind, String key, Place here, Place other) {
    Tally tally = tallies.computeIfAbsent(kind, k -> new Tally());
    if (tally.rows++ == 0) {
      tally.first = here;
    }
    if (tally.examples.size() < MOST_EXAMPLES) {
      tally.examples.add(Listing.shortened(key, LONGEST_KEY) + " is also at " + other);
    }
  }

  private String key(Block rows, int row) {
    List<String> values = new ArrayList<>();
    for (int i = 0; i < rule.key().size(); i++) {
      values.add(rows.vector(i).shown(row, wanted.column(i).type()));
    }
    return String.join(", ", values);
  }

  private List<Finding> findings() {
    List<Finding> findings = new ArrayList<>();
    tallies.forEach(
        (kind, tally) ->
            findings.add(
                Finding.of(
                    kind.code,
                    tally.first,
                    (tally.rows == 1 ? "1 row has" : tally.rows + " rows have")
                        + " a key that appears again "
                        + kind.words
                        + ": "
                        + String.join("; ", tally.examples),
                    kind.remedy)));
    if (withoutKey > 0) {
      findings.add(
          Finding.of(
              FindingCode.KEY_BLANK,
              Place.nowhere(),
              withoutKey
                  + " rows have a blank in "
                  + String.join(", ", rule.key())
                  + ", and are compared with no other",
              ""));
    }
    return findings;
  }
}
