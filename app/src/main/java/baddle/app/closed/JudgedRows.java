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
import baddle.core.table.Vector;
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
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Marks the rows of closed periods in new sources: rows that the dataset has already are left out,
 * others are late and held.
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
   * Prepares to judge the new sources of a dataset.
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

  /** The counts of each file, by the kind of its rows. */
  Map<AddedFile, Map<ClosedMark.Kind, PeriodTallies>> tallies() {
    return tallies;
  }

  /** Marks the rows. */
  void mark() throws IOException {
    for (Map.Entry<Integer, Map<Integer, Read>> part : sources.entrySet()) {
      new Part(part.getKey(), part.getValue()).mark();
    }
  }

  /** Only counts them, because late rows are booked. */
  void count() throws IOException {
    for (Map.Entry<Integer, Map<Integer, Read>> part : sources.entrySet()) {
      new Part(part.getKey(), part.getValue()).count();
    }
  }

  private Map<ClosedMark.Kind, PeriodTallies> tallies(AddedFile file) {
    return tallies.computeIfAbsent(file, f -> new EnumMap<>(ClosedMark.Kind.class));
  }

  /** The first and last day of a source whose period comes from a column; late rows don't count. */
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

  /** Judges the rows of one part. */
  private final class Part {

    private final int part;
    private final Map<Integer, Read> ofPart;
    private final Schema columns;
    private final KnownRows.Match match;
    private final Map<Integer, Days> days = new TreeMap<>();
    private final Map<Integer, Hidden> hidden = new TreeMap<>();
    private Optional<AddedFile> current = Optional.empty();

    Part(int part, Map<Integer, Read> ofPart) {
      this.part = part;
      this.ofPart = ofPart;
      List<String> more =
          ofPart.values().stream()
              .flatMap(one -> Stream.ofNullable(periodColumns.get(one.file.feed())))
              .distinct()
              .toList();
      columns =
          KnownColumns.with(
              known.columns(),
              periods.columns(),
              PartRows.columns(dataset),
              new Schema(List.of(Origin.SOURCE_PERIOD)),
              dataset.schema().only(more));
      match = known.new Match(columns);
    }

    void count() throws IOException {
      reader.scanParts(columns, one -> one == part, this::judged);
    }

    void mark() throws IOException {
      Map<Column, Integer> positions = new LinkedHashMap<>();
      int end = reader.columnsOfPart(part).size();
      int held = reader.columnsOfPart(part).indexOf(HiddenRows.HELD.name());
      positions.put(HiddenRows.CLOSED, end);
      positions.put(HiddenRows.HELD, held < 0 ? end + 1 : held);
      try (ColumnRevision revision = batch.revise(part, positions)) {
        reader.scanParts(
            columns, one -> one == part, block -> revision.write(block.number(), judged(block)));
        Set<String> changed = new HashSet<>();
        if (hidden.values().stream().anyMatch(rows -> rows.late + rows.leftOut > 0)) {
          changed.add(HiddenRows.CLOSED.name());
        }
        if (hidden.values().stream().anyMatch(rows -> rows.released > 0)) {
          changed.add(HiddenRows.HELD.name());
        }
        revision.end(changed);
      }
      for (Map.Entry<Integer, Hidden> source : hidden.entrySet()) {
        Hidden rows = source.getValue();
        batch.setRowState(part, source.getKey(), HiddenRows.CLOSED.name(), rows.late, rows.leftOut);
        if (rows.released > 0) {
          batch.setRowState(part, source.getKey(), HiddenRows.HELD.name(), rows.held, 0);
        }
      }
      for (Map.Entry<Integer, Days> source : days.entrySet()) {
        if (source.getValue().anyLate) {
          batch.setPeriod(part, source.getKey(), source.getValue().period());
        }
      }
    }

    /** The marks of a block's rows, and why rows are still held for their derived columns. */
    private List<Vector> judged(DatasetReader.PartBlock block) {
      int[] of = periods.of(block);
      match.begin(block.block());
      PartRows rows = new PartRows(dataset, block);
      Marks marks = new Marks(block.block());
      BitSet released = new BitSet();
      for (DatasetReader.LiveRange range : block.live()) {
        Read judged = ofPart.get(range.source());
        if (judged == null) {
          continue;
        }
        if (!current.equals(Optional.of(judged.file))) {
          current = Optional.of(judged.file);
          match.beginFile();
        }
        Hidden counts = hidden.computeIfAbsent(range.source(), source -> new Hidden());
        Map<ClosedMark.Kind, PeriodTallies> ofFile = tallies(judged.file);
        for (int row = range.from(); row < range.to(); row++) {
          ClosedMark.Kind kind = of[row] > 0 ? kind(row) : ClosedMark.Kind.LATE;
          boolean isHeld = rows.isHeld(row);
          boolean staysHeld = isHeld && kind == ClosedMark.Kind.LATE;
          counts.held += staysHeld ? 1 : 0;
          if (of[row] > 0 && !staysHeld) {
            if (isHeld) {
              released.set(row);
              counts.released++;
            }
            counts.add(kind);
            marks.set(row, kind, of[row]);
            ofFile
                .computeIfAbsent(kind, k -> new PeriodTallies(dataset, periods))
                .add(of[row], rows, row);
          }
        }
        addDays(judged, block.block(), range, rows, marks);
      }
      Vector held = rows.held();
      return List.of(
          marks.vector(),
          released.isEmpty()
              ? held
              : held.with(released, Vector.blank(HiddenRows.HELD.type(), held.size())));
    }

    private ClosedMark.Kind kind(int row) {
      return match.isCounted(row)
          ? ClosedMark.Kind.AGAIN
          : match.isLeftOut(row) ? ClosedMark.Kind.LEFT_OUT : ClosedMark.Kind.LATE;
    }

    private void addDays(
        Read judged, Block block, DatasetReader.LiveRange range, PartRows rows, Marks marks) {
      String column = periodColumns.get(judged.file.feed());
      if (column == null) {
        return;
      }
      Days ofSource = days.computeIfAbsent(range.source(), source -> new Days());
      int at = columns.indexOf(column).orElseThrow();
      LongVector dates = block.numbers(at);
      ColumnType type = columns.column(at).type();
      for (int row = range.from(); row < range.to(); row++) {
        boolean isLate = marks.late.get(row);
        ofSource.anyLate |= isLate;
        if (!isLate && !rows.isHeld(row) && !dates.isBlank(row)) {
          ofSource.add(type.epochDay(dates.values()[row]));
        }
      }
    }
  }

  /** How many rows of a source are hidden. */
  private static final class Hidden {
    private long late;
    private long leftOut;
    private long held;
    private long released;

    void add(ClosedMark.Kind kind) {
      late += kind == ClosedMark.Kind.LATE ? 1 : 0;
      leftOut += kind == ClosedMark.Kind.LATE ? 0 : 1;
    }
  }

  /** The marks of a block; those that say the same share a text. */
  private final class Marks {

    private final Block block;
    private final Dictionary texts = new Dictionary();
    private final int[] codes;
    private final Map<ClosedMark.Kind, int[]> ofKinds = new EnumMap<>(ClosedMark.Kind.class);
    private final BitSet late = new BitSet();

    Marks(Block block) {
      this.block = block;
      this.codes = new int[block.size()];
    }

    void set(int row, ClosedMark.Kind kind, int period) {
      String column = dataset.datedBy().orElse(Origin.SOURCE_PERIOD.name());
      if (kind == ClosedMark.Kind.LATE) {
        int at = block.schema().indexOf(column).orElseThrow();
        String value = block.vector(at).shown(row, block.schema().column(at).type());
        codes[row] = code(new ClosedMark(kind, column, value, periods.name(period)));
        late.set(row);
        return;
      }
      int[] ofKind = ofKinds.computeIfAbsent(kind, k -> new int[periods.count() + 1]);
      if (ofKind[period] == 0) {
        ofKind[period] = code(new ClosedMark(kind, column, "", periods.name(period)));
      }
      codes[row] = ofKind[period];
    }

    private int code(ClosedMark mark) {
      return texts.code(mark.text());
    }

    TextVector vector() {
      return new TextVector(codes, codes.length, texts);
    }
  }
}
