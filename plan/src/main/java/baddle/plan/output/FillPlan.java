package baddle.plan.output;

import baddle.core.calendar.Period;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.expression.Expression;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.core.value.Ignored;
import java.util.Collections;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * Figures that are put into a workbook which somebody keeps. Names of files and sheets may have
 * {@code {period}}, {@code {year}}, {@code {month}}, {@code {month_name}} and {@code
 * {month_short}}.
 *
 * @param name what it is called
 * @param workbook the workbook that is read
 * @param into where the filled one goes; the workbook itself where it is filled in place
 * @param sheet the sheet that is filled
 * @param period whose figures; empty for all that have a place of their own, else the last
 * @param since the first period that is filled; empty for the first there is
 * @param rules what becomes of cells that hold something
 * @param cells single cells
 * @param rows figures for rows that the sheet names
 * @param tables rows as tables
 */
public record FillPlan(
    String name,
    String workbook,
    String into,
    Sheet sheet,
    Optional<Period> period,
    Optional<Period> since,
    Rules rules,
    List<Cell> cells,
    List<Rows> rows,
    List<Table> tables) {

  /** The words that may stand in braces for the period, in names and in texts of cells. */
  public static final List<String> WORDS =
      List.of("period", "year", "month", "month_name", "month_short");

  /** What the expressions of cells are of. */
  public static final Schema VALUES =
      new Schema(
          List.of(
              new Column("period", ColumnType.text()),
              new Column("period_start", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("period_end", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("batch", ColumnType.of(ColumnType.Kind.INTEGER))));

  /** Copies the lists. */
  public FillPlan {
    cells = List.copyOf(cells);
    rows = List.copyOf(rows);
    tables = List.copyOf(tables);
  }

  /** Whether the workbook itself is filled. */
  public boolean isInPlace() {
    return workbook.equals(into);
  }

  /** Whether each period has a workbook, a sheet, columns or rows of its own. */
  public boolean isByPeriod() {
    return hasWord(into)
        || hasWord(sheet.name())
        || rows.stream().anyMatch(Rows::isByPeriod)
        || tables.stream().anyMatch(Table::appends);
  }

  /** Whether its places are named for months, whatever periods its sources are of. */
  public boolean isOfMonths() {
    return (into + sheet.name()).contains("{month");
  }

  private static boolean hasWord(String name) {
    return WORDS.stream().anyMatch(word -> name.contains("{" + word + "}"));
  }

  /**
   * The sheet that is filled.
   *
   * @param name its name
   * @param template the sheet it is a copy of; empty where it is there already
   * @param beside the sheet that a copy goes beside; empty for behind all
   * @param after whether it goes behind that one
   */
  public record Sheet(
      String name, Optional<String> template, Optional<String> beside, boolean after) {}

  /** What becomes of a cell that holds something already. */
  public enum Filled {
    /** It is replaced where an earlier fill wrote it, or where it is as in the template. */
    OURS,
    /** It is replaced. */
    REPLACE,
    /** It stays. */
    KEEP,
    /** Nothing is filled. */
    STOP
  }

  /**
   * What becomes of cells.
   *
   * @param filled that hold something
   * @param locked whether locked cells of protected sheets are filled
   * @param formulas whether formulas are replaced
   */
  public record Rules(Filled filled, boolean locked, boolean formulas) {}

  /**
   * A single cell.
   *
   * @param place its address or its name
   * @param text what it holds, of the values of the fill; empty for a figure
   * @param figure what it holds, of rows; empty for a text
   */
  public record Cell(String place, Optional<Expression> text, Optional<Figure> figure) {}

  /**
   * Figures of rows.
   *
   * @param dataset whose rows
   * @param spec what is computed
   * @param allPeriods whether rows of all periods count
   */
  public record Figure(String dataset, CrosstabSpec spec, boolean allPeriods) {}

  /**
   * Figures for rows that the sheet names.
   *
   * @param figure of the items down
   * @param key where the sheet names them
   * @param columns where the measures go, in their order; none where headings name the items across
   * @param headings where the sheet names the items across
   */
  public record Rows(Figure figure, Key key, List<Integer> columns, Optional<Headings> headings) {

    /** Whether the sheet has columns for each period. */
    public boolean isByPeriod() {
      return headings.isPresent()
          && !figure.allPeriods()
          && figure.spec().across().stream().anyMatch(one -> one.item().grain().isPresent());
    }

    /** Copies the list. */
    public Rows {
      columns = List.copyOf(columns);
    }
  }

  /**
   * Where a sheet names items down.
   *
   * @param columns from 0; the texts of several are joined by spaces
   * @param from the first row, from 1
   * @param to the last row; empty for the last that is filled
   * @param ignoring what doesn't matter when names are compared
   */
  public record Key(List<Integer> columns, int from, OptionalInt to, Set<Ignored> ignoring) {

    /** Copies the collections. */
    public Key {
      columns = List.copyOf(columns);
      ignoring =
          ignoring.isEmpty() ? Set.of() : Collections.unmodifiableSet(EnumSet.copyOf(ignoring));
    }
  }

  /**
   * Where a sheet names items across.
   *
   * @param row from 1
   * @param from the first column, from 0
   * @param to the last column; empty for the last that is filled
   */
  public record Headings(int row, int from, OptionalInt to) {}

  /**
   * Rows as a table.
   *
   * @param sheet its sheet; empty for the sheet that is filled
   * @param name its name
   * @param place where its headings begin if it isn't there yet; empty where it has to be
   * @param dataset whose rows
   * @param columns the dataset's columns by the table's headings
   * @param where the rows; empty for all
   * @param allPeriods whether rows of all periods are written
   * @param appends whether rows that are in the table stay, and others go below them
   */
  public record Table(
      String sheet,
      String name,
      Optional<String> place,
      String dataset,
      Map<String, String> columns,
      Optional<String> where,
      boolean allPeriods,
      boolean appends) {

    /** Copies the map. */
    public Table {
      columns = Collections.unmodifiableMap(new LinkedHashMap<>(columns));
    }
  }
}
