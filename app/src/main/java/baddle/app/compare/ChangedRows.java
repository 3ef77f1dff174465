package baddle.app.compare;

import baddle.app.session.ProjectSession;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.DuplicateRule;
import baddle.plan.FeedPlan;
import baddle.store.DatasetReader;
import baddle.store.SortedRows;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * The rows of a dataset that differ between two batches: those added, removed and altered, an
 * altered one as it was and as it is. They come file by file and key by key.
 */
public final class ChangedRows {

  /** What became of the row. */
  public static final String CHANGE = "row_change";

  /** Whether it is the row as it was or as it is. */
  public static final String STATE = "row_state";

  /** The state of a row as it was. */
  public static final String BEFORE = "before";

  private static final String AFTER = "after";
  private static final String ROW = Origin.SOURCE_ROW.name();

  /** File, sheet and row. */
  public static final List<Column> PLACE =
      List.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW);

  /** Rows that are told apart by their keys. */
  private static final long MOST_ROWS = 2_000_000;

  private final Map<String, String> namesNow = new HashMap<>();
  private final Set<String> onlyBefore = new HashSet<>();
  private final Set<String> onlyAfter = new HashSet<>();
  private final Set<String> both = new HashSet<>();
  private final DatasetReader before;
  private final DatasetReader after;
  private final List<String> key;
  private final Schema content;
  private final Schema schema;

  /**
   * Of two batches.
   *
   * @param session stays open as long as rows are read
   * @param then which; empty for the one before the other
   * @param now which; empty for the last
   * @param origin those of the origin's columns that are wanted, file, sheet and row at least
   * @throws CompareException if there are too many rows to be told apart
   */
  public ChangedRows(
      ProjectSession session,
      String dataset,
      OptionalInt then,
      OptionalInt now,
      List<Column> origin)
      throws IOException, CompareException {
    Batch last = session.batch(now);
    Batch first =
        session.batch(then.isPresent() ? then : OptionalInt.of(Math.max(1, last.number() - 1)));
    DatasetPlan plan = Objects.requireNonNull(session.project().plan().datasets().get(dataset));
    before = session.reader(dataset, first.number());
    after = session.reader(dataset, last.number());
    key = plan.duplicates().key();
    List<String> wanted = new ArrayList<>();
    for (Column column : after.schema().columns()) {
      if (!Origin.has(column.name()) && before.schema().has(column)) {
        wanted.add(column.name());
      }
    }
    origin.forEach(column -> wanted.add(column.name()));
    content = after.schema().only(wanted);
    List<Column> all = new ArrayList<>();
    all.add(new Column(CHANGE, ColumnType.text()));
    all.add(new Column(STATE, ColumnType.text()));
    all.addAll(content.columns());
    schema = new Schema(all);
    boolean othersDecide = plan.duplicates().policy() != DuplicateRule.Policy.REPORT;
    sortFiles(session, dataset, first.number(), last.number(), othersDecide);
  }

  /**
   * Tells the files apart.
   *
   * @param othersDecide whether rows of other files decide which rows of a file count
   */
  private void sortFiles(
      ProjectSession session, String dataset, int then, int now, boolean othersDecide)
      throws IOException, CompareException {
    Set<String> feeds = new HashSet<>();
    for (FeedPlan feed : session.project().plan().feeds().values()) {
      if (feed.dataset().equals(dataset)) {
        feeds.add(feed.name());
      }
    }
    long rows = 0;
    for (SourceChange change : SourceChange.between(session.store().catalogue(), then, now)) {
      if (feeds.contains(change.feed())) {
        switch (change.kind()) {
          case NEW -> onlyAfter.add(change.path());
          case GONE -> onlyBefore.add(change.path());
          default -> {
            namesNow.put(change.before(), change.path());
            both.add(change.path());
            rows += change.rowsBefore() + change.rowsAfter();
          }
        }
      }
    }
    Optional<String> derivedThen = session.store().catalogue().derivation(dataset, then);
    boolean derivedAnew = !derivedThen.equals(session.store().catalogue().derivation(dataset, now));
    if (derivedAnew || othersDecide) {
      for (StoredFile file : session.store().catalogue().files(now)) {
        if (file.dataset().equals(dataset) && !onlyAfter.contains(file.path())) {
          both.add(file.path());
        }
      }
      rows = before.rows() + after.rows();
    }
    if (rows > MOST_ROWS) {
      throw new CompareException(
          String.format(
              Locale.ROOT,
              "%,d rows may differ, more than can be told apart, %,d; compare batches that are closer"
                  + " together",
              rows,
              MOST_ROWS));
    }
  }

  /** Their columns: what became of the row, those of both batches, and where it is from. */
  public Schema schema() {
    return schema;
  }

  /** Pushes them. */
  public void scan(BlockSink sink) throws IOException {
    RowChanges changes =
        new RowChanges(before, after, key, both, name -> namesNow.getOrDefault(name, name));
    List<SortedRows.Order> order = new ArrayList<>();
    order.add(new SortedRows.Order(Origin.SOURCE_FILE.name(), false));
    key.stream()
        .filter(name -> content.indexOf(name).isPresent())
        .forEach(name -> order.add(new SortedRows.Order(name, false)));
    if (key.isEmpty()) {
      order.add(new SortedRows.Order(Origin.SOURCE_SHEET.name(), false));
      order.add(new SortedRows.Order(ROW, false));
    }
    order.add(new SortedRows.Order(STATE, true));
    try (SortedRows sorted = new SortedRows(schema, order)) {
      for (boolean old : new boolean[] {true, false}) {
        Set<String> whole = old ? onlyBefore : onlyAfter;
        RowChange kind = old ? RowChange.REMOVED : RowChange.ADDED;
        (old ? before : after)
            .scanFiles(
                content.names(),
                whole::contains,
                (block, from, to) -> push(block, from, to, kind, old, sorted));
        changes.scan(
            old,
            content.names(),
            (change, block, from, to) -> push(block, from, to, change, old, sorted));
      }
      sorted.push(schema, sink);
    }
  }

  private void push(Block block, int from, int to, RowChange kind, boolean old, SortedRows into)
      throws IOException {
    List<Vector> vectors = new ArrayList<>();
    vectors.add(constant(kind.word(), block.size()));
    vectors.add(constant(old ? BEFORE : AFTER, block.size()));
    for (String name : content.names()) {
      vectors.add(block.vector(block.schema().indexOf(name).orElseThrow()));
    }
    into.accept(new Block(schema, vectors, block.rowNumbers(), block.size()), from, to);
  }

  private static TextVector constant(String text, int size) {
    Dictionary dictionary = new Dictionary();
    int[] codes = new int[size];
    Arrays.fill(codes, dictionary.code(text));
    return new TextVector(codes, size, dictionary);
  }
}
