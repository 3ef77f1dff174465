package baddle.core.crosstab.spec;

import baddle.core.expression.AggregateCall;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.finding.Listing;
import baddle.core.finding.Nearest;
import baddle.core.table.Schema;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a cross-tab consists of.
 *
 * @param title its name
 * @param down the levels down the side, from the outermost
 * @param across the levels across the top, from the outermost; none for one column per measure
 * @param measures at least one
 * @param measuresAt where the measures are among the levels
 * @param totals which totals it has
 * @param blanks what is in a cell without a value
 * @param where the condition of its rows; empty for all
 * @param rollForward how it is laid out as a roll-forward; empty for a plain cross-tab
 * @param locale whose marks its numbers are written with
 * @param dates for each dataset that says so, the column of dates whose month a row is of where its
 *     first and last rows count
 */
public record CrosstabSpec(
    String title,
    List<Level> down,
    List<Level> across,
    List<Measure> measures,
    MeasurePlace measuresAt,
    Totals totals,
    String blanks,
    Optional<Expression> where,
    Optional<RollForward> rollForward,
    Locale locale,
    Map<String, String> dates) {

  /** A cross-tab whose rows are of the periods of their sources. */
  public CrosstabSpec(
      String title,
      List<Level> down,
      List<Level> across,
      List<Measure> measures,
      MeasurePlace measuresAt,
      Totals totals,
      String blanks,
      Optional<Expression> where,
      Optional<RollForward> rollForward,
      Locale locale) {
    this(
        title,
        down,
        across,
        measures,
        measuresAt,
        totals,
        blanks,
        where,
        rollForward,
        locale,
        Map.of());
  }

  /**
   * Where the measures are.
   *
   * @param down whether they are down the side
   * @param outside whether they are outside of the items there
   */
  public record MeasurePlace(boolean down, boolean outside) {

    /** Inside of the items across. */
    public static final MeasurePlace INNERMOST = new MeasurePlace(false, false);
  }

  /** Copies the lists. */
  public CrosstabSpec {
    down = List.copyOf(down);
    across = List.copyOf(across);
    measures = List.copyOf(measures);
    dates = Map.copyOf(dates);
    if (measures.isEmpty()) {
      throw new IllegalArgumentException("a cross-tab without a measure");
    }
  }

  /** Of items in natural order, with both totals. */
  public static CrosstabSpec of(
      String title, List<AxisItem> down, List<AxisItem> across, List<Measure> measures) {
    return new CrosstabSpec(
        title,
        down.stream().map(Level::of).toList(),
        across.stream().map(Level::of).toList(),
        measures,
        MeasurePlace.INNERMOST,
        Totals.both(),
        "",
        Optional.empty(),
        Optional.empty(),
        Locale.ROOT);
  }

  /** The same with other levels. */
  public CrosstabSpec with(List<Level> newDown, List<Level> newAcross) {
    return new CrosstabSpec(
        title,
        newDown,
        newAcross,
        measures,
        measuresAt,
        totals,
        blanks,
        where,
        rollForward,
        locale,
        dates);
  }

  /** The same of those rows only that meet one more condition. */
  public CrosstabSpec whereAlso(String condition) {
    String both = where.map(own -> "(" + own + ") and (" + condition + ")").orElse(condition);
    return new CrosstabSpec(
        title,
        down,
        across,
        measures,
        measuresAt,
        totals,
        blanks,
        Optional.of(Expression.parse(both)),
        rollForward,
        locale,
        dates);
  }

  /** The same laid out as another roll-forward. */
  public CrosstabSpec with(RollForward other) {
    return new CrosstabSpec(
        title,
        down,
        across,
        measures,
        measuresAt,
        totals,
        blanks,
        where,
        Optional.of(other),
        locale,
        dates);
  }

  /** The same where some datasets say which dates their rows are of. */
  public CrosstabSpec dated(Map<String, String> columns) {
    return new CrosstabSpec(
        title,
        down,
        across,
        measures,
        measuresAt,
        totals,
        blanks,
        where,
        rollForward,
        locale,
        columns);
  }

  /** Other measures by the same levels, as a plain cross-tab. */
  public CrosstabSpec plainly(List<Measure> others) {
    return new CrosstabSpec(
        title,
        down,
        across,
        others,
        measuresAt,
        totals,
        "",
        where,
        Optional.empty(),
        locale,
        dates);
  }

  /** All levels, those down first. */
  public List<Level> levels() {
    return Stream.concat(down.stream(), across.stream()).toList();
  }

  /** The index of a measure by its name; -1 where there is none. */
  public int measure(String name) {
    return measures.stream().map(Measure::name).toList().indexOf(name);
  }

  /** The datasets whose rows it needs, the empty name for its own first. */
  public List<String> datasets() {
    return Stream.concat(Stream.of(""), measures.stream().map(Measure::dataset))
        .distinct()
        .toList();
  }

  /** The aggregates of a dataset's rows, each once. */
  public List<AggregateCall> calls(String dataset) {
    return measures.stream()
        .filter(measure -> measure.dataset().equals(dataset))
        .flatMap(measure -> measure.value().calls().stream())
        .distinct()
        .toList();
  }

  /** What a column is called in the rows of a dataset. */
  public String nameIn(String dataset, String column) {
    return measures.stream()
        .filter(measure -> measure.dataset().equals(dataset))
        .flatMap(measure -> measure.on().entrySet().stream())
        .filter(entry -> entry.getKey().equals(column))
        .map(Map.Entry::getValue)
        .findFirst()
        .orElse(column);
  }

  /** The levels as a dataset's rows have them. */
  public List<Expression> items(String dataset) {
    Map<String, String> on = new HashMap<>();
    measures.stream()
        .filter(measure -> measure.dataset().equals(dataset))
        .forEach(measure -> on.putAll(measure.on()));
    return levels().stream()
        .map(level -> level.item().value().withNames(name -> on.getOrDefault(name, name)))
        .toList();
  }

  /** What there is to say of a column that isn't there. */
  public SpecException noColumn(String name, Schema schema) {
    return new SpecException(
        "no column "
            + name
            + Nearest.hint(name, schema.names())
            + " (columns: "
            + Listing.of(schema.names())
            + ")");
  }

  /** The columns it reads of a dataset, each once. */
  public List<String> columns(String dataset) {
    List<Expression> expressions = new ArrayList<>(items(dataset));
    List<String> more = new ArrayList<>();
    if (dataset.isEmpty()) {
      where.ifPresent(expressions::add);
    }
    for (AggregateCall call : calls(dataset)) {
      call.argument().ifPresent(expressions::add);
      call.filter().ifPresent(expressions::add);
      call.by().ifPresent(expressions::add);
      if (Aggregates.needsPeriod(call)) {
        more.add(dates.getOrDefault(dataset, Aggregates.PERIOD));
      }
    }
    return Stream.concat(
            expressions.stream().flatMap(expression -> expression.names().stream()), more.stream())
        .distinct()
        .toList();
  }
}
