package baddle.app.trace;

import baddle.app.BatchChoice;
import baddle.app.BatchStamp;
import baddle.app.Project;
import baddle.app.results.QueryNotes;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.Expression;
import baddle.core.finding.Nearest;
import baddle.plan.output.SummaryPlan;
import baddle.reports.CrosstabLayout;
import baddle.store.DatasetReader;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/** Goes from a figure of a summary back to its rows. */
public final class FigureTrace {

  private final Project project;
  private final SummaryPlan summary;
  private final CrosstabSpec spec;
  private final Measure measure;
  private final int measureIndex;
  private final CellChoice choice;

  /**
   * A trace of one cell.
   *
   * @param at the items it is at, as {@code site=Alder Mill,month=2026-03}; empty for totals
   * @param measureName the measure; empty for the first
   * @throws TraceException if the summary has no such cell
   */
  public FigureTrace(Project project, SummaryPlan summary, String at, Optional<String> measureName)
      throws TraceException {
    this.project = project;
    this.summary = summary;
    this.spec = summary.crosstab();
    this.measureIndex = measureName.isEmpty() ? 0 : spec.measure(measureName.get());
    if (measureIndex < 0) {
      List<String> names = spec.measures().stream().map(Measure::name).toList();
      throw new TraceException(
          "no measure "
              + measureName.orElse("")
              + Nearest.hint(measureName.orElse(""), names)
              + " (measures: "
              + String.join(", ", names)
              + ")");
    }
    this.measure = spec.measures().get(measureIndex);
    this.choice = new CellChoice(spec, at);
  }

  /**
   * Traces it.
   *
   * @param table takes its rows
   * @throws TraceException if the summary has no such cell
   */
  public TracedFigure run(TracedRows table) throws IOException, TraceException {
    try (ProjectSession session = ProjectSession.open(project)) {
      Batch batch = BatchChoice.of(session.store(), project, OptionalInt.empty());
      Crosstab crosstab = new Summarizer(session).crosstab(summary, batch.number());
      Item down = choice.find(crosstab.down(), spec.down());
      Item across = choice.find(crosstab.across(), spec.across());
      String dataset = measure.dataset();
      DatasetReader reader =
          session.reader(dataset.isEmpty() ? summary.dataset() : dataset, batch.number());
      Contributions rows = new Contributions(crosstab, down, across, dataset, calls(), table);
      rows.scan(reader);
      List<String> explanation = explain(crosstab, down, across, rows);
      explanation.addAll(
          QueryNotes.ofDataset(project, dataset.isEmpty() ? summary.dataset() : dataset));
      return new TracedFigure(
          summary.name(),
          choice.shown(),
          BatchStamp.of(batch),
          rows.count,
          rows.totals(),
          explanation);
    }
  }

  private List<AggregateCall> calls() {
    List<AggregateCall> calls = new ArrayList<>(measure.value().calls());
    for (Expression.Reference name : measure.value().measures()) {
      Measure other = spec.measures().get(spec.measure(name.name()));
      if (other.dataset().equals(measure.dataset())) {
        calls.addAll(other.value().calls());
      }
    }
    return calls.stream().distinct().toList();
  }

  private List<String> explain(Crosstab crosstab, Item down, Item across, Contributions rows) {
    List<String> lines = new ArrayList<>();
    CrosstabLayout layout = new CrosstabLayout(crosstab);
    Optional<BigDecimal> plain = crosstab.plainValue(down, across, measureIndex);
    String value = plain.map(BigDecimal::toPlainString).orElse("(blank)");
    lines.add(
        measure.name()
            + " = "
            + measure.value()
            + " = "
            + value
            + String.format(
                Locale.ROOT, " over %,d %s", rows.count, rows.count == 1 ? "row" : "rows"));
    for (Expression.Reference name : measure.value().measures()) {
      int other = spec.measure(name.name());
      lines.add(
          name.name()
              + " = "
              + spec.measures().get(other).value()
              + " = "
              + crosstab
                  .plainValue(down, across, other)
                  .map(BigDecimal::toPlainString)
                  .orElse("(blank)"));
    }
    View view = measure.view();
    if (view.kind() != View.Kind.VALUE) {
      String shown =
          crosstab
              .value(down, across, measureIndex)
              .map(layout.numbers().get(measureIndex)::show)
              .orElse("(blank)");
      String basis =
          crosstab
              .basis(down, across, measureIndex)
              .map(number -> " against " + number.toPlainString())
              .orElse("");
      String against = view.against().isEmpty() ? "" : " (" + view.against() + ")";
      lines.add("seen as " + view.kind().words() + against + ": " + value + basis + " is " + shown);
    }
    rows.restItems.forEach((item) -> lines.add(item));
    return lines;
  }
}
