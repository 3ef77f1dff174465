package baddle.core.intake;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Period;
import baddle.core.expression.Expression;
import baddle.core.intake.heading.HeadingsToRows;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What happens to rows between reading them and keeping them.
 *
 * @param carryDown columns whose value applies until the next one
 * @param untilBlankRow whether it applies no further than the next blank row
 * @param blockColumn the column whose value begins a block, such as a document's number; nothing is
 *     carried from one block into the next
 * @param leaveOut the rules by which rows are left out, the first that holds counts
 * @param headingsToRows the columns that become rows
 * @param calcs calculated columns that control totals are about, by name
 * @param calendar for the rules' functions
 * @param ignored cells that needn't be read
 */
public record ShapingRules(
    List<String> carryDown,
    boolean untilBlankRow,
    Optional<String> blockColumn,
    List<LeaveOut> leaveOut,
    Optional<HeadingsToRows> headingsToRows,
    Map<String, Expression> calcs,
    Calendar calendar,
    IgnoredCells ignored) {

  /** Rows are kept as they are. */
  public static final ShapingRules NONE =
      new ShapingRules(
          List.of(),
          false,
          Optional.empty(),
          List.of(),
          Optional.empty(),
          Map.of(),
          Calendar.standard(),
          IgnoredCells.NONE);

  /** Without blocks, where all cells should be read. */
  public ShapingRules(
      List<String> carryDown,
      boolean untilBlankRow,
      List<LeaveOut> leaveOut,
      Optional<HeadingsToRows> headingsToRows,
      Map<String, Expression> calcs,
      Calendar calendar) {
    this(
        carryDown,
        untilBlankRow,
        Optional.empty(),
        leaveOut,
        headingsToRows,
        calcs,
        calendar,
        IgnoredCells.NONE);
  }

  private static final String CELLS_OF = "cells of ";

  /** Copies the collections; their order, and so the text of all this, is always the same. */
  public ShapingRules {
    carryDown = List.copyOf(carryDown);
    leaveOut = List.copyOf(leaveOut);
    calcs = Collections.unmodifiableMap(new TreeMap<>(calcs));
  }

  /**
   * All of it as text, which goes into the hash of what was read how. Written out, since a record's
   * own is put together anew in every process.
   */
  @Override
  public String toString() {
    return "Shaping[carryDown="
        + carryDown
        + ", untilBlankRow="
        + untilBlankRow
        + blockColumn.map(column -> ", blockColumn=" + column).orElse("")
        + ", leaveOut="
        + leaveOut
        + ", headingsToRows="
        + headingsToRows
        + ", calcs="
        + calcs
        + ", calendar="
        + calendar
        + (ignored.isNone() ? "" : ", ignored=" + ignored)
        + "]";
  }

  /** The same in a source of a period. */
  public ShapingRules inSourceOf(Optional<Period> period) {
    return new ShapingRules(
        carryDown,
        untilBlankRow,
        blockColumn,
        leaveOut,
        headingsToRows.map(
            turn ->
                new HeadingsToRows(
                    turn.labels().inSourceOf(period),
                    turn.label(),
                    turn.value(),
                    turn.keepBlanks())),
        calcs,
        calendar,
        ignored);
  }

  /** What the column is called that holds the cells below a heading as they are. */
  public static String cellsOf(String heading) {
    return CELLS_OF + heading;
  }

  /** The heading of such a column. */
  static String headingOf(String column) {
    return column.substring(CELLS_OF.length());
  }

  /** The columns that hold the cells below headings which only its rules read, each once. */
  public List<String> cellColumns() {
    return leaveOut.stream()
        .flatMap(rule -> rule.when().names().stream())
        .filter(name -> name.startsWith(CELLS_OF))
        .distinct()
        .toList();
  }
}
