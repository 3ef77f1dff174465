package baddle.app.summarize;

import baddle.app.cells.OneValue;
import baddle.app.cells.RowQuestion;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.FilterableCells;
import baddle.core.crosstab.MeasureParts;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.formats.xlsx.SheetSight;
import baddle.plan.DatasetPlan;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.SummaryPlan;
import baddle.reports.RowTable;
import baddle.reports.RowsBehind;
import baddle.reports.page.ReaderData;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What the readers of a page can ask further: its cells by filters, and the rows behind them. */
final class ReaderFigures {

  private static final List<Column> ORIGIN =
      List.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW);

  /** Holds a row's number while it is placed. */
  private static final Column NUMBER =
      new Column("\u0000number", ColumnType.of(ColumnType.Kind.INTEGER));

  private final Summarizer summarizing;
  private final ProjectSession session;
  private final int batch;
  private final Optional<OneValue> only;

  ReaderFigures(
      Summarizer summarizing, ProjectSession session, int batch, Optional<OneValue> only) {
    this.summarizing = summarizing;
    this.session = session;
    this.batch = batch;
    this.only = only;
  }

  ReaderData of(List<SummaryPlan> summaries, ReportPlan.Reading reading, List<Crosstab> crosstabs)
      throws IOException {
    if (reading.behind().isSheet()) {
      return tables(summaries, reading, crosstabs);
    }
    boolean asks = !reading.filters().isEmpty() || reading.behind() == ReportPlan.Behind.PAGE;
    if (!asks) {
      return ReaderData.NONE;
    }
    List<Optional<Apart>> apart = new ArrayList<>();
    List<RowQuestion> questions = new ArrayList<>();
    for (int i = 0; i < summaries.size(); i++) {
      Optional<Apart> one = apart(summaries.get(i), crosstabs.get(i).spec(), reading.filters());
      if (one.isPresent()) {
        questions.addAll(
            summarizing.questions(summaries.get(i).dataset(), one.get().spec, batch, only));
      }
      apart.add(one);
    }
    session.cells().ahead(questions);
    List<Optional<FilterableCells>> cells = new ArrayList<>();
    for (int i = 0; i < summaries.size(); i++) {
      cells.add(cells(summaries.get(i).dataset(), apart.get(i)));
    }
    List<RowsBehind> rows = new ArrayList<>();
    List<String> remarks = new ArrayList<>();
    if (reading.behind() == ReportPlan.Behind.PAGE) {
      rows(summaries, cells, reading, rows, remarks);
    }
    return new ReaderData(cells, rows, List.of(), List.of(), SheetSight.SHOWN, remarks);
  }

  /** The rows of each dataset, with the items of its summaries as columns where they are none. */
  private ReaderData tables(
      List<SummaryPlan> summaries, ReportPlan.Reading reading, List<Crosstab> crosstabs)
      throws IOException {
    List<RowTable> tables = new ArrayList<>();
    for (String dataset : summaries.stream().map(SummaryPlan::dataset).distinct().toList()) {
      DatasetReader reader = session.reader(dataset, batch);
      Map<String, CrosstabSpec> specs = new LinkedHashMap<>();
      for (int i = 0; i < summaries.size(); i++) {
        SummaryPlan summary = summaries.get(i);
        if (summary.dataset().equals(dataset) && reading.shows(summary.name())) {
          specs.put(summary.name(), crosstabs.get(i).spec());
        }
      }
      if (specs.isEmpty()) {
        continue;
      }
      List<AxisItem> items = new ArrayList<>();
      specs.values().forEach(spec -> spec.levels().forEach(level -> items.add(level.item())));
      items.addAll(reading.filters());
      Set<String> known = new HashSet<>(columns(dataset, reading.columns(), reader));
      List<AxisItem> levels =
          items.stream()
              .filter(item -> has(reader.schema(), item, crosstabs.get(0).spec(), ""))
              .filter(item -> !isText(item, reader.schema()) || !known.contains(item.text()))
              .filter(item -> known.add(item.text()))
              .toList();
      tables.add(
          new DatasetRows(
              summarizing,
              session,
              dataset,
              specs,
              columns(dataset, reading.columns(), reader),
              levels,
              batch,
              only));
    }
    List<String> filters = reading.filters().stream().map(AxisItem::text).toList();
    return new ReaderData(
        List.of(), List.of(), tables, filters, sight(reading.behind()), List.of());
  }

  private static SheetSight sight(ReportPlan.Behind behind) {
    return switch (behind) {
      case HIDDEN_SHEET -> SheetSight.HIDDEN;
      case SEALED_SHEET -> SheetSight.SEALED;
      default -> SheetSight.SHOWN;
    };
  }

  /** Whether an item is a column of text as it is. */
  private static boolean isText(AxisItem item, Schema schema) {
    boolean plain = item.value().isName() && item.grain().isEmpty() && item.bands().isEmpty();
    return plain
        && schema.indexOf(item.text()).isPresent()
        && schema.column(schema.indexOf(item.text()).getAsInt()).type().kind()
            == ColumnType.Kind.TEXT;
  }

  /** A cross-tab of what the measures of another are made of, with filters as levels. */
  private record Apart(
      CrosstabSpec spec, MeasureParts parts, List<String> filters, List<String> missing) {}

  private Optional<FilterableCells> cells(String dataset, Optional<Apart> apart)
      throws IOException {
    if (apart.isEmpty()) {
      return Optional.empty();
    }
    Apart of = apart.get();
    return Optional.of(
        new FilterableCells(
            summarizing.built(dataset, of.spec, batch, only), of.parts, of.filters, of.missing));
  }

  private Optional<Apart> apart(SummaryPlan summary, CrosstabSpec spec, List<AxisItem> wanted)
      throws IOException {
    if (spec.rollForward().isPresent()) {
      return Optional.empty();
    }
    Schema own = session.reader(summary.dataset(), batch).schema();
    List<AxisItem> filters = new ArrayList<>();
    List<String> missing = new ArrayList<>();
    for (AxisItem filter : wanted) {
      if (has(own, filter, spec, "")) {
        filters.add(filter);
      } else {
        missing.add(filter.text());
      }
    }
    Map<String, Boolean> usable = new LinkedHashMap<>();
    for (String dataset : spec.datasets()) {
      usable.put(dataset, dataset.isEmpty() || canFilter(dataset, spec, filters));
    }
    MeasureParts parts =
        MeasureParts.of(spec, dataset -> usable.getOrDefault(dataset, Boolean.FALSE));
    if (parts.parts().isEmpty()) {
      return Optional.empty();
    }
    CrosstabSpec apart =
        spec.plainly(parts.parts().stream().map(MeasureParts.Part::measure).toList())
            .with(
                plain(spec.down()),
                Stream.concat(plain(spec.across()).stream(), filters.stream().map(Level::of))
                    .toList());
    return Optional.of(
        new Apart(apart, parts, filters.stream().map(AxisItem::text).toList(), missing));
  }

  private boolean canFilter(String dataset, CrosstabSpec spec, List<AxisItem> filters)
      throws IOException {
    Schema schema = session.reader(dataset, batch).schema();
    return filters.stream().allMatch(filter -> has(schema, filter, spec, dataset));
  }

  private static boolean has(Schema schema, AxisItem filter, CrosstabSpec spec, String dataset) {
    return filter.value().names().stream()
        .allMatch(
            name ->
                schema.indexOf(dataset.isEmpty() ? name : spec.nameIn(dataset, name)).isPresent());
  }

  /** All items, in natural order. */
  private static List<Level> plain(List<Level> levels) {
    return levels.stream().map(level -> Level.of(level.item())).toList();
  }

  private void rows(
      List<SummaryPlan> summaries,
      List<Optional<FilterableCells>> cells,
      ReportPlan.Reading reading,
      List<RowsBehind> into,
      List<String> remarks)
      throws IOException {
    long left = RowsBehind.MOST;
    for (String dataset : summaries.stream().map(SummaryPlan::dataset).distinct().toList()) {
      List<Integer> of = new ArrayList<>();
      for (int i = 0; i < summaries.size(); i++) {
        SummaryPlan one = summaries.get(i);
        boolean wanted = one.dataset().equals(dataset) && reading.shows(one.name());
        if (wanted && cells.get(i).isPresent()) {
          of.add(i);
        }
      }
      if (of.isEmpty()) {
        continue;
      }
      DatasetReader reader = session.reader(dataset, batch);
      long count = new ChosenRows(session).count(dataset, batch, only);
      if (count > left) {
        remarks.add(
            String.format(
                Locale.ROOT,
                "The rows of %s aren't in this page: it holds %,d, and there are %,d.",
                dataset,
                RowsBehind.MOST,
                count));
        continue;
      }
      left -= count;
      RowsBehind rows = texts(dataset, reader, reading.columns());
      for (int summary : of) {
        place(summary, cells.get(summary).orElseThrow().cells(), dataset, reader, rows);
      }
      into.add(rows);
    }
  }

  /** Those that are wanted and the dataset has, else all of its own; then where rows come from. */
  private List<String> columns(String dataset, List<String> wanted, DatasetReader reader) {
    DatasetPlan plan = Objects.requireNonNull(session.project().plan().datasets().get(dataset));
    List<String> known =
        wanted.stream().filter(name -> reader.schema().indexOf(name).isPresent()).toList();
    List<String> own = known.isEmpty() ? plan.schema().names() : known;
    return Stream.concat(own.stream(), ORIGIN.stream().map(Column::name))
        .distinct()
        .filter(name -> reader.schema().indexOf(name).isPresent())
        .toList();
  }

  private RowsBehind texts(String dataset, DatasetReader reader, List<String> wanted)
      throws IOException {
    List<String> columns = columns(dataset, wanted, reader);
    Schema schema = reader.schema().only(columns);
    RowsBehind rows = new RowsBehind(dataset);
    for (Column column : schema.columns()) {
      rows.column(column.name(), column.type().isNumber());
    }
    ChosenRows.scan(
        dataset,
        reader,
        columns,
        only,
        (block, from, to) -> {
          for (int row = from; row < to; row++) {
            List<String> values = new ArrayList<>();
            for (int i = 0; i < columns.size(); i++) {
              Vector vector = block.vector(i);
              values.add(vector.isBlank(row) ? "" : vector.shown(row, schema.column(i).type()));
            }
            rows.row(values);
          }
        });
    return rows;
  }

  private void place(
      int summary, Crosstab cells, String dataset, DatasetReader reader, RowsBehind rows)
      throws IOException {
    List<String> columns = RowQuestion.ofOwn(cells.spec(), reader).columns();
    int[] first = new int[1];
    ChosenRows.scan(
        dataset,
        reader,
        columns,
        only,
        (block, from, to) -> {
          int start = first[0];
          first[0] += to - from;
          cells.place(
              numbered(block, from, start),
              from,
              to,
              (found, row, down, across) -> {
                LongVector numbers = (LongVector) found.vector(columns.size());
                rows.place(summary, (int) numbers.values()[row], down, across);
              });
        });
  }

  /** The same with a column behind the others that numbers the rows. */
  private static Block numbered(Block block, int from, int start) {
    long[] numbers = new long[block.size()];
    for (int row = from; row < block.size(); row++) {
      numbers[row] = (long) start + row - from;
    }
    List<Column> columns = new ArrayList<>(block.schema().columns());
    columns.add(NUMBER);
    List<Vector> vectors = new ArrayList<>();
    for (int i = 0; i < block.schema().size(); i++) {
      vectors.add(block.vector(i));
    }
    vectors.add(new LongVector(numbers, new long[(block.size() + 63) / 64], block.size()));
    return new Block(new Schema(columns), vectors, block.rowNumbers(), block.size());
  }
}
