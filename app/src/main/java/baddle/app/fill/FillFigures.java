package baddle.app.fill;

import baddle.app.Project;
import baddle.app.export.Condition;
import baddle.app.export.ExportException;
import baddle.app.review.PeriodRows;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.LongBuilder;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.formats.edit.CellContent;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.plan.output.FillPlan;
import baddle.plan.output.SummaryPlan;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The figures, texts and rows of a batch that are put into cells. */
final class FillFigures {

  private final ProjectSession session;
  private final int batch;
  private final Period period;
  private final List<Period> periods;
  private final Summarizer summarizing;

  /**
   * Of a period.
   *
   * @param periods all that the fill is for, this one among them
   */
  FillFigures(ProjectSession session, int batch, Period period, List<Period> periods) {
    this.session = session;
    this.batch = batch;
    this.period = period;
    this.periods = List.copyOf(periods);
    this.summarizing = new Summarizer(session);
  }

  Period period() {
    return period;
  }

  Project project() {
    return session.project();
  }

  private String condition(String dataset, List<Period> of) throws IOException {
    Plan plan = session.project().plan();
    DatasetPlan rows = Objects.requireNonNull(plan.datasets().get(dataset));
    List<StoredSource> sources = session.store().catalogue().sources(batch);
    return of.stream()
        .map(one -> PeriodRows.condition(plan, rows, one, sources))
        .collect(Collectors.joining(") or (", "(", ")"));
  }

  /** A figure of the rows of the period. */
  Crosstab crosstab(FillPlan.Figure figure) throws IOException {
    return summarizing.crosstab(summary(figure, List.of(period)), batch);
  }

  /** Figures for rows; of all periods that the fill is for where the sheet has columns for each. */
  Crosstab crosstab(FillPlan.Rows rows) throws IOException {
    return summarizing.crosstab(summary(rows), batch);
  }

  private SummaryPlan summary(FillPlan.Rows rows) throws IOException {
    return summary(rows.figure(), rows.isByPeriod() ? periods : List.of(period));
  }

  private SummaryPlan summary(FillPlan.Figure figure, List<Period> of) throws IOException {
    CrosstabSpec spec =
        figure.allPeriods()
            ? figure.spec()
            : figure.spec().whereAlso(condition(figure.dataset(), of));
    return new SummaryPlan("", figure.dataset(), spec);
  }

  /** Goes over the rows once for all figures of a fill in all its periods. */
  static void ahead(FillPlan fill, List<FillFigures> periods) throws IOException {
    List<SummaryPlan> summaries = new ArrayList<>();
    for (FillFigures period : periods) {
      for (FillPlan.Rows rows : fill.rows()) {
        summaries.add(period.summary(rows));
      }
      for (FillPlan.Cell cell : fill.cells()) {
        if (cell.figure().isPresent()) {
          summaries.add(period.summary(cell.figure().get(), List.of(period.period)));
        }
      }
    }
    FillFigures last = periods.get(periods.size() - 1);
    last.summarizing.ahead(summaries, last.batch);
  }

  private static Stream<FillPlan.Figure> figures(FillPlan fill) {
    return Stream.concat(
        fill.rows().stream().map(FillPlan.Rows::figure),
        fill.cells().stream().flatMap(cell -> cell.figure().stream()));
  }

  /** The datasets whose rows of the period a fill is of. */
  static Set<String> datasets(FillPlan fill) {
    Set<String> datasets = new TreeSet<>();
    figures(fill)
        .filter(figure -> !figure.allPeriods())
        .forEach(figure -> datasets.add(figure.dataset()));
    fill.tables().stream()
        .filter(table -> !table.allPeriods())
        .forEach(table -> datasets.add(table.dataset()));
    return datasets;
  }

  /** Those of some datasets that have no row of the period. */
  List<String> withoutRows(Set<String> datasets) throws IOException {
    List<String> without = new ArrayList<>();
    for (String dataset : datasets) {
      CrosstabSpec rows =
          CrosstabSpec.of("", List.of(), List.of(), List.of(Measure.of("rows", "count(*)")));
      Crosstab counted = crosstab(new FillPlan.Figure(dataset, rows, false));
      Optional<BigDecimal> count = counted.value(counted.down(), counted.across(), 0);
      if (count.isEmpty() || count.get().signum() == 0) {
        without.add(dataset);
      }
    }
    return without;
  }

  /** A value of a measure as it is put into a cell. */
  static CellContent content(Crosstab crosstab, int measure, BigDecimal value) {
    return content(crosstab.type(measure), value);
  }

  private static CellContent content(ColumnType type, BigDecimal value) {
    return type.kind() == ColumnType.Kind.DATE
        ? new CellContent.Day(LocalDate.ofEpochDay(value.longValueExact()))
        : new CellContent.Amount(value);
  }

  /** The value of an expression over what a fill is of. */
  CellContent value(Expression expression) throws IOException, FillException {
    BoundExpression bound = expression.bind(FillPlan.VALUES, project().plan().calendar());
    List<CellContent> values = new ArrayList<>();
    BlockBuilder builder =
        new BlockBuilder(
            FillPlan.VALUES,
            1,
            (block, from, to) -> values.add(content(bound.vector(block), from, bound.type())));
    String name = period.toString();
    ((TextBuilder) builder.column(0)).set(0, name.toCharArray(), 0, name.length());
    ((LongBuilder) builder.column(1)).set(0, period.start().toEpochDay());
    ((LongBuilder) builder.column(2)).set(0, period.end().toEpochDay() - 1);
    ((LongBuilder) builder.column(3)).set(0, batch);
    builder.endRow(1);
    builder.flush();
    if (bound.anyFailure()) {
      throw new FillException(expression + " can't be computed");
    }
    return values.get(0);
  }

  private static CellContent content(Vector vector, int row, ColumnType type) {
    if (vector.isBlank(row)) {
      return new CellContent.Blank();
    }
    return switch (type.kind()) {
      case TEXT -> new CellContent.Text(vector.shown(row, type));
      case BOOLEAN -> new CellContent.Truth(((LongVector) vector).values()[row] != 0);
      case DATE -> new CellContent.Day(LocalDate.ofEpochDay(((LongVector) vector).values()[row]));
      case TIMESTAMP -> new CellContent.Text(vector.shown(row, type));
      default ->
          new CellContent.Amount(
              BigDecimal.valueOf(((LongVector) vector).values()[row], type.places()));
    };
  }

  /** The column that says what the rows of a table are worth. */
  Optional<String> amount(FillPlan.Table table) {
    return dataset(table).amount();
  }

  private DatasetPlan dataset(FillPlan.Table table) {
    return Objects.requireNonNull(project().plan().datasets().get(table.dataset()));
  }

  /** The periods of the fill from one on; where none is known, from the fill's own. */
  List<Period> since(Optional<String> first) {
    Period from =
        first
            .flatMap(project().plan().periods()::parse)
            .filter(one -> one.compareTo(period) < 0)
            .orElse(period);
    return periods.stream().filter(one -> one.compareTo(from) >= 0).toList();
  }

  /**
   * The number of the rows that a table may have, and their amount.
   *
   * @param of the rows of these periods; empty for all
   */
  Crosstab ofTable(FillPlan.Table table, Optional<List<Period>> of) throws IOException {
    return counted(
        table,
        of.isPresent() ? Optional.of(condition(table.dataset(), of.get())) : Optional.empty());
  }

  /** The same of the rows without a date; empty where rows are of the period of their source. */
  Optional<Crosstab> undated(FillPlan.Table table) throws IOException {
    Optional<String> date = dataset(table).datedBy();
    return date.isEmpty()
        ? Optional.empty()
        : Optional.of(counted(table, Optional.of(Expression.quoted(date.get()) + " is null")));
  }

  private Crosstab counted(FillPlan.Table table, Optional<String> condition) throws IOException {
    CrosstabSpec spec =
        CrosstabSpec.of(
            "",
            List.of(),
            List.of(),
            List.of(
                Measure.of("rows", "count(*)"),
                Measure.of(
                    "amount",
                    amount(table)
                        .map(name -> "sum(" + Expression.quoted(name) + ")")
                        .orElse("count(*)"))));
    if (table.where().isPresent()) {
      spec = spec.whereAlso(table.where().get());
    }
    if (condition.isPresent()) {
      spec = spec.whereAlso(condition.get());
    }
    return summarizing.crosstab(new SummaryPlan("", table.dataset(), spec), batch);
  }

  /** The rows of some periods for a table, row by row. */
  List<List<CellContent>> rows(FillPlan.Table table, List<Period> of)
      throws IOException, FillException {
    DatasetReader reader = session.reader(table.dataset(), batch);
    List<String> columns = List.copyOf(table.columns().values());
    List<String> conditions = new ArrayList<>();
    table.where().ifPresent(conditions::add);
    if (!table.allPeriods()) {
      conditions.add(condition(table.dataset(), of));
    }
    Schema schema = reader.schema().only(columns);
    List<List<CellContent>> rows = new ArrayList<>();
    BlockSink sink =
        (block, from, to) -> {
          for (int row = from; row < to; row++) {
            List<CellContent> cells = new ArrayList<>();
            for (int column = 0; column < columns.size(); column++) {
              cells.add(content(block.vector(column), row, schema.column(column).type()));
            }
            rows.add(cells);
          }
        };
    if (conditions.isEmpty()) {
      reader.scan(columns, sink);
      return rows;
    }
    String all = "(" + String.join(") and (", conditions) + ")";
    try {
      reader.scan(columns, new Condition(all, reader.schema(), project().plan().calendar()), sink);
    } catch (ExportException e) {
      throw new FillException("table " + table.name() + ": " + e.getMessage());
    }
    return rows;
  }
}
