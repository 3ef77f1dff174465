package baddle.core.intake;

import baddle.core.expression.Expression;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.table.BlockBuilder;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.Summable;
import baddle.core.value.TotalLabel;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Looks among the rows of a source that no rule leaves out for those that total rows above them: by
 * a label, by amounts that are the sum of the rows above in all summed columns, by blanks in what
 * tells other rows apart.
 */
final class TotalScan {

  /** Of four rows so many fill a column that is usually filled. */
  private static final int USUAL = 3;

  /** Before so many rows nobody knows what is usual, unless sums speak too. */
  private static final int FIRST_ROWS = 5;

  /** Fewer digits of a sum that nothing else speaks for come about by chance. */
  private static final int LEAST_DIGITS = 5;

  private static final int LEAST_ROWS = 3;
  private static final int MOST_KEPT = 1_000;

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final List<Integer> numbers = new ArrayList<>();
  private final LongBuilder[] amounts;
  private final List<Integer> identity = new ArrayList<>();
  private final ColumnBuilder[] telling;
  private final long[] filled;
  private final LabelCodes labels;
  private final SumsAbove[] sums;
  private final List<SuspectedTotal> found = new ArrayList<>();
  private final List<SuspectedTotal> ofHeld = new ArrayList<>();
  private final @Nullable SuspectedTotal[] ofStretch = new @Nullable SuspectedTotal[Stretch.MOST];

  /** Of a row that only its sums speak for; it is one if no row follows. */
  private @Nullable SuspectedTotal adding;

  private @Nullable SuspectedTotal lastRow;
  private long rows;

  /** Of these rows, all that tells rows apart is filled; they aren't in {@link #filled}. */
  private long wholeRows;

  private final boolean[] labelled = new boolean[Stretch.MOST];
  private final int[] blanks = new int[Stretch.MOST];

  TotalScan(IntakeSpec spec, HeadingRow headings, BlockBuilder blocks) {
    this.spec = spec;
    this.headings = headings;
    List<TextBuilder> texts = new ArrayList<>();
    for (int i = 0; i < spec.columns().size(); i++) {
      IntakeColumn column = spec.columns().get(i);
      String name = column.column().name();
      boolean isValue =
          spec.shaping().headingsToRows().filter(turn -> turn.value().equals(name)).isPresent();
      boolean isRead = headings.cells().get(i) != HeadingRow.ABSENT || isValue;
      if (!isRead || spec.named().containsKey(name)) {
        continue;
      }
      if (column.column().type().isNumber()) {
        if (Summable.mayBe(name)) {
          numbers.add(i);
        }
        continue;
      }
      if (blocks.column(i) instanceof TextBuilder text) {
        texts.add(text);
      }
      if (column.otherwise().isEmpty() && !spec.shaping().carryDown().contains(name)) {
        identity.add(i);
      }
    }
    amounts = numbers.stream().map(i -> (LongBuilder) blocks.column(i)).toArray(LongBuilder[]::new);
    telling = identity.stream().map(blocks::column).toArray(ColumnBuilder[]::new);
    filled = new long[telling.length];
    labels = new LabelCodes(texts);
    sums = new SumsAbove[Math.max(1, headings.turned().size())];
    for (int i = 0; i < sums.length; i++) {
      sums[i] = new SumsAbove(amounts.length);
    }
  }

  /**
   * Looks at a stretch of rows.
   *
   * @param base where the first is in the block being built
   * @param rules those that rows were left out by; empty where none was, and all are kept
   */
  void apply(Stretch stretch, int base, Optional<LeaveOutRules> rules) {
    if (amounts.length == 0) {
      return;
    }
    if (rules.isPresent()) {
      Arrays.fill(ofStretch, null);
    }
    labels.mark(base, stretch.size(), labelled);
    Arrays.fill(blanks, 0, stretch.size(), 0);
    for (ColumnBuilder column : telling) {
      column.countBlanks(base, stretch.size(), blanks);
    }
    for (int i = 0; i < stretch.size(); i++) {
      SumsAbove above = sums[stretch.labels()[i]];
      if (rules.isPresent() && stretch.isLeftOut(i)) {
        LeaveOut rule = rules.get().rule(stretch.rule(i));
        if (labelled[i] || !rule.stated().isEmpty()) {
          above.cut();
        }
        continue;
      }
      boolean ties = above.ties(amounts, base + i);
      boolean bare = blanks[i] == telling.length && telling.length > 0;
      if (labelled[i] || ties || bare) {
        Optional<SuspectedTotal> total = judge(stretch, i, base, ties);
        if (total.isPresent()) {
          boolean held = rules.isPresent() && !stretch.fits(i);
          take(total.get(), stretch, i, held);
          above.cut();
          continue;
        }
      }
      above.add(amounts, base + i);
      count(base + i, blanks[i]);
      lastRow = adding;
      adding = null;
    }
  }

  private void take(SuspectedTotal total, Stretch stretch, int index, boolean held) {
    if (total.isProved() && spec.totals() == TotalPolicy.LEAVE_OUT) {
      stretch.leaveOut(index, spec.shaping().leaveOut().size());
      return;
    }
    ofStretch[index] = total;
    List<SuspectedTotal> list = held ? ofHeld : found;
    if (list.size() < MOST_KEPT) {
      list.add(total);
    }
  }

  private void count(int row, int blank) {
    rows++;
    if (blank == 0) {
      wholeRows++;
      return;
    }
    for (int i = 0; i < telling.length; i++) {
      filled[i] += telling[i].isBlank(row) ? 0 : 1;
    }
  }

  private boolean isUsual(int column) {
    return (filled[column] + wholeRows) * (USUAL + 1) >= rows * USUAL;
  }

  /** Looks closely at a row of which something is suspicious. */
  private Optional<SuspectedTotal> judge(Stretch stretch, int index, int base, boolean ties) {
    int at = base + index;
    GridRow row = stretch.rows()[index];
    List<String> blank = new ArrayList<>();
    int usual = 0;
    for (int i = 0; i < telling.length; i++) {
      if (rows > 0 && isUsual(i)) {
        usual++;
        if (telling[i].isBlank(at)) {
          blank.add(spec.columns().get(identity.get(i)).column().name());
        }
      }
    }
    boolean sparse = !blank.isEmpty() && blank.size() * 3 >= usual;
    int cell = labelCell(row, sparse || ties);
    Map<String, BigDecimal> stated = stated(at);
    boolean any = stated.values().stream().anyMatch(number -> number.signum() != 0);
    if (!any) {
      return Optional.empty();
    }
    SumsAbove above = sums[stretch.labels()[index]];
    String label = cell < 0 ? "" : row.text(cell);
    String column = cell < 0 ? "" : nameOf(cell);
    if (cell >= 0) {
      SumsAbove.Tie tie = above.best(amounts, at);
      SuspectedTotal.Evidence evidence =
          tie.columns().isEmpty() ? SuspectedTotal.Evidence.LABEL : SuspectedTotal.Evidence.SUM;
      return Optional.of(
          new SuspectedTotal(
              row.number(), evidence, column, label, stated, names(tie), tie.rows(), blank));
    }
    SumsAbove.Tie tie = ties ? above.best(amounts, at) : SumsAbove.Tie.NONE;
    if (ties && sparse) {
      return Optional.of(
          new SuspectedTotal(
              row.number(),
              SuspectedTotal.Evidence.SUM,
              column,
              label,
              stated,
              names(tie),
              tie.rows(),
              blank));
    }
    if (usual > 0 && blank.size() == usual && rows >= FIRST_ROWS) {
      return Optional.of(
          new SuspectedTotal(
              row.number(),
              SuspectedTotal.Evidence.BLANKS,
              column,
              label,
              stated,
              names(tie),
              tie.rows(),
              blank));
    }
    if (ties && tie.rows() >= LEAST_ROWS && digits(stated, names(tie)) >= LEAST_DIGITS) {
      adding =
          new SuspectedTotal(
              row.number(),
              SuspectedTotal.Evidence.LAST_ROW,
              column,
              label,
              stated,
              names(tie),
              tie.rows(),
              blank);
    }
    return Optional.empty();
  }

  /**
   * The cell of a row that labels a total, or -1; one that is unsure only if more speaks for it.
   */
  private static int labelCell(GridRow row, boolean moreSpeaksForIt) {
    for (int cell = 0; cell < row.width(); cell++) {
      if (row.kind(cell) == CellKind.TEXT) {
        Optional<TotalLabel.Kind> kind = TotalLabel.kind(row.text(cell));
        if (kind.isPresent() && (moreSpeaksForIt || kind.get() != TotalLabel.Kind.UNSURE)) {
          return cell;
        }
      }
    }
    return -1;
  }

  /** What a condition calls what is in a cell's column. */
  private String nameOf(int cell) {
    for (int i = 0; i < spec.columns().size(); i++) {
      IntakeColumn column = spec.columns().get(i);
      boolean isText = column.column().type().kind() == ColumnType.Kind.TEXT;
      if (isText && headings.cells().get(i) == cell) {
        return Expression.quoted(column.column().name());
      }
    }
    String heading = headings.headings().getOrDefault(cell, "");
    return '"' + heading.replace("\"", "\"\"") + '"';
  }

  private List<String> names(SumsAbove.Tie tie) {
    return tie.columns().stream()
        .map(i -> spec.columns().get(numbers.get(i)).column().name())
        .toList();
  }

  private Map<String, BigDecimal> stated(int row) {
    Map<String, BigDecimal> stated = new LinkedHashMap<>();
    for (int i = 0; i < amounts.length; i++) {
      if (!amounts[i].isBlank(row)) {
        ColumnType type = spec.columns().get(numbers.get(i)).column().type();
        stated.put(
            spec.columns().get(numbers.get(i)).column().name(),
            BigDecimal.valueOf(amounts[i].value(row), type.places()));
      }
    }
    return stated;
  }

  private static int digits(Map<String, BigDecimal> stated, List<String> columns) {
    return columns.stream()
        .map(column -> stated.getOrDefault(column, BigDecimal.ZERO))
        .mapToInt(number -> number.stripTrailingZeros().precision())
        .sum();
  }

  /** The suspected total that a row of the stretch is which was looked at last. */
  Optional<SuspectedTotal> at(int index) {
    return Optional.ofNullable(ofStretch[index]);
  }

  /** The rows that look like totals and are counted, the first thousand of them. */
  List<SuspectedTotal> found() {
    List<SuspectedTotal> all = new ArrayList<>(found);
    Optional.ofNullable(lastRow).ifPresent(all::add);
    return all;
  }

  /** The rows that look like totals, whether they are counted or held, a thousand of each. */
  List<SuspectedTotal> all() {
    List<SuspectedTotal> all = new ArrayList<>(found());
    all.addAll(ofHeld);
    return all;
  }
}
