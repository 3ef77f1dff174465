package baddle.app.closed;

import baddle.core.calendar.Period;
import baddle.core.derivation.ClosedMark;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.PeriodChoice;
import baddle.plan.Plan;
import baddle.store.BatchWriter;
import baddle.store.ColumnRevision;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Marks the rows of closed periods in sources that were read: those that are in the dataset already
 * are left out, others came in late and are held.
 */
final class JudgedRows {

  /** A source that was read, and its file. */
  private record Read(StoredSource source, AddedFile file) {}

  private final BatchWriter batch;
  private final DatasetPlan dataset;
  private final DatasetReader reader;
  private final RowPeriods periods;
  private final KnownRows known;
  private final Map<Integer, Map<Integer, Read>> sources = new TreeMap<>();
  private final Map<String, String> periodColumns = new HashMap<>();
  private final Map<AddedFile, Map<ClosedMark.Kind, PeriodTallies>> tallies = new LinkedHashMap<>();

  /**
   * Of a dataset.
   *
   * @param reader its rows at this batch
   * @param known the rows there were
   * @param added the files that were read
   */
  JudgedRows(
      BatchWriter batch,
      Plan plan,
      DatasetPlan dataset,
      DatasetReader reader,
      RowPeriods periods,
      KnownRows known,
      List<AddedFile> added) {
    this.batch = batch;
    this.dataset = dataset;
    this.reader = reader;
    this.periods = periods;
    this.known = known;
    for (AddedFile file : added) {
      for (StoredSource source : file.sources()) {
        if (periods.mayHaveAny(source)) {
          sources
              .computeIfAbsent(source.part(), part -> new TreeMap<>())
              .put(source.number(), new Read(source, file));
        }
      }
    }
    for (FeedPlan feed : plan.feeds().values()) {
      if (feed.period().kind() == PeriodChoice.Kind.COLUMN && dataset.datedBy().isPresent()) {
        periodColumns.put(feed.name(), feed.period().column());
      }
    }
  }

  /** What there is of each file, by what its rows are to those that were closed. */
  Map<AddedFile, Map<ClosedMark.Kind, PeriodTallies>> tallies() {
    return tallies;
  }

  /**
   * Goes over the rows.
   *
   * @param marks whether to mark them, or only to count
   */
  void run(boolean marks) throws IOException {
    for (Map.Entry<Integer, Map<Integer, Read>> part : sources.entrySet()) {
      new Part(part.getKey(), part.getValue(), marks).run();
    }
  }

  private Map<ClosedMark.Kind, PeriodTallies> tallies(AddedFile file) {
    return tallies.computeIfAbsent(file, f -> new EnumMap<>(ClosedMark.Kind.class));
  }

  /** The days of a source whose period a column states, but for those of rows that are late. */
  private static final class Days {
    private long first = Long.MAX_VALUE;
    private long last = Long.MIN_VALUE;
    private boolean anyLate;

    void add(long day) {
      first = Math.min(first, day);
      last = Math.max(last, day);
    }

    String period() {
      return first > last ? "" : Period.holding(first, last).map(Period::toString).orElse("");
    }
  }

  /** Marks the rows of one part. */
  private final class Part {

    private final int part;
    private final Map<Integer, Read> ofPart;
    private final boolean marks;
    private final Schema columns;
    private final KnownRows.Match match;
    private final Map<Integer, long[]> hidden = new TreeMap<>();
    private final Map<Integer, Days> days = new TreeMap<>();
    private Optional<AddedFile> current = Optional.empty();

    Part(int part, Map<Integer, Read> ofPart, boolean marks) {
      this.part = part;
      this.ofPart = ofPart;
      this.marks = marks;
      Set<String> more = new HashSet<>();
      ofPart.values().stream()
          .map(judged -> periodColumns.get(judged.file.feed()))
          .filter(name -> name != null)
          .forEach(more::add);
      columns =
          KnownColumns.with(
              known.columns(),
              periods.columns(),
              PartRows.columns(dataset),
              new Schema(List.of(Origin.SOURCE_PERIOD)),
              dataset.schema().only(List.copyOf(more)));
      match = known.new Match(columns);
    }

    void run() throws IOException {
      Map<Column, Integer> position = Map.of(HiddenRows.CLOSED, reader.columnsOfPart(part).size());
      try (ColumnRevision revision = batch.revise(part, position)) {
        reader.scanParts(
            columns,
            one -> one == part,
            block -> revision.write(block.number(), List.of(marked(block))));
        boolean any = hidden.values().stream().anyMatch(rows -> rows[0] + rows[1] > 0);
        revision.end(any && marks ? Set.of(HiddenRows.CLOSED.name()) : Set.of());
      }
      if (marks) {
        for (Map.Entry<Integer, long[]> source : hidden.entrySet()) {
          long[] rows = source.getValue();
          batch.setRowState(part, source.getKey(), HiddenRows.CLOSED.name(), rows[0], rows[1]);
        }
        for (Map.Entry<Integer, Days> source : days.entrySet()) {
          if (source.getValue().anyLate) {
            batch.setPeriod(part, source.getKey(), source.getValue().period());
          }
        }
      }
    }

    private TextVector marked(DatasetReader.PartBlock block) {
      int[] of = periods.of(block);
      match.begin(block.block());
      PartRows rows = new PartRows(dataset, block);
      Dictionary reasons = new Dictionary();
      Map<ClosedMark.Kind, int[]> known = new EnumMap<>(ClosedMark.Kind.class);
      int[] codes = new int[block.block().size()];
      for (DatasetReader.LiveRange range : block.live()) {
        Read judged = ofPart.get(range.source());
        if (judged == null) {
          continue;
        }
        if (!current.equals(Optional.of(judged.file))) {
          current = Optional.of(judged.file);
          match.beginFile();
        }
        long[] counts = hidden.computeIfAbsent(range.source(), source -> new long[2]);
        Days ofSource = days(judged, range.source());
        Map<ClosedMark.Kind, PeriodTallies> ofFile = tallies(judged.file);
        for (int row = range.from(); row < range.to(); row++) {
          if (of[row] > 0 && !rows.isHeld(row)) {
            ClosedMark.Kind kind = kind(row);
            ofFile
                .computeIfAbsent(kind, k -> new PeriodTallies(dataset, periods))
                .add(of[row], rows, row);
            counts[kind == ClosedMark.Kind.LATE ? 0 : 1]++;
            int[] ofKind = known.computeIfAbsent(kind, k -> new int[periods.count() + 1]);
            codes[row] = kind == ClosedMark.Kind.LATE ? 0 : ofKind[of[row]];
            if (codes[row] == 0) {
              codes[row] = reasons.code(mark(kind, block.block(), row, of[row]).text());
              ofKind[of[row]] = codes[row];
            }
            ofSource.anyLate |= kind == ClosedMark.Kind.LATE;
          }
        }
        addDays(judged, ofSource, block.block(), range, rows, codes, reasons);
      }
      return new TextVector(codes, codes.length, reasons);
    }

    private Days days(Read judged, int source) {
      return periodColumns.containsKey(judged.file.feed())
          ? days.computeIfAbsent(source, s -> new Days())
          : new Days();
    }

    private ClosedMark.Kind kind(int row) {
      return match.isCounted(row)
          ? ClosedMark.Kind.AGAIN
          : match.isLeftOut(row) ? ClosedMark.Kind.LEFT_OUT : ClosedMark.Kind.LATE;
    }

    private ClosedMark mark(ClosedMark.Kind kind, Block block, int row, int period) {
      String column = dataset.datedBy().orElse(Origin.SOURCE_PERIOD.name());
      int at = columns.indexOf(column).orElseThrow();
      String value =
          kind == ClosedMark.Kind.LATE
              ? block.vector(at).shown(row, columns.column(at).type())
              : "";
      return new ClosedMark(kind, column, value, periods.name(period));
    }

    private void addDays(
        Read judged,
        Days ofSource,
        Block block,
        DatasetReader.LiveRange range,
        PartRows rows,
        int[] codes,
        Dictionary reasons) {
      String column = periodColumns.get(judged.file.feed());
      if (column == null) {
        return;
      }
      int at = columns.indexOf(column).orElseThrow();
      LongVector dates = block.numbers(at);
      ColumnType type = columns.column(at).type();
      for (int row = range.from(); row < range.to(); row++) {
        boolean isLate = codes[row] > 0 && ClosedMark.parse(reasons.text(codes[row])).holds();
        if (!isLate && !rows.isHeld(row) && !dates.isBlank(row)) {
          ofSource.add(type.epochDay(dates.values()[row]));
        }
      }
    }
  }
}
