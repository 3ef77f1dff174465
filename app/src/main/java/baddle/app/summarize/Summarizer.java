package baddle.app.summarize;

import baddle.app.BatchStamp;
import baddle.app.Project;
import baddle.app.cells.OneValue;
import baddle.app.cells.RowQuestion;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.SummaryPlan;
import baddle.reports.Provenance;
import baddle.reports.page.ReaderData;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Collectors;

/** Builds the plan's summaries from the dataset's last batch. */
public final class Summarizer {

  private final ProjectSession session;
  private final Project project;

  /** Of a project that is read. */
  public Summarizer(ProjectSession session) {
    this.session = session;
    this.project = session.project();
  }

  /**
   * Builds summaries of a project's last batch.
   *
   * @throws StoreException.Absent if nothing was consolidated yet
   */
  public static Figures figures(Project project, List<SummaryPlan> summaries) throws IOException {
    return figures(project, summaries, OptionalInt.empty());
  }

  /**
   * Builds summaries of a batch of a project.
   *
   * @param number which batch; empty for the last
   */
  public static Figures figures(Project project, List<SummaryPlan> summaries, OptionalInt number)
      throws IOException {
    try (ProjectSession session = ProjectSession.open(project)) {
      return new Summarizer(session)
          .figures(summaries, number, Optional.empty(), ReportPlan.Reading.PLAIN);
    }
  }

  /**
   * Builds summaries of a batch.
   *
   * @param number which batch; empty for the last
   * @param only the rows they are of; empty for all
   * @param reading what their readers want to ask further
   */
  public Figures figures(
      List<SummaryPlan> summaries,
      OptionalInt number,
      Optional<OneValue> only,
      ReportPlan.Reading reading)
      throws IOException {
    Store store = session.store();
    Batch batch = session.batch(number);
    List<Crosstab> crosstabs = new ArrayList<>();
    Map<String, String> about = new LinkedHashMap<>();
    about.put("Plan", String.valueOf(project.planFile().getFileName()));
    Map<String, String> parameters = project.plan().parameters().values();
    if (!parameters.isEmpty()) {
      about.put(
          "With",
          parameters.entrySet().stream()
              .map(value -> value.getKey() + " " + value.getValue())
              .collect(Collectors.joining(", ")));
    }
    about.put("Batch", BatchStamp.of(batch).toString());
    only.ifPresent(
        one -> about.put("Only", one.column() + " " + (one.value().isEmpty() ? "-" : one.value())));
    List<SummaryPlan> carried = carriedOn(summaries, batch.number());
    session.cells().ahead(asked(carried, batch.number(), only));
    for (int i = 0; i < carried.size(); i++) {
      SummaryPlan summary = summaries.get(i);
      crosstabs.add(plain(carried.get(i), batch.number(), only));
      long rows = store.dataset(summary.dataset(), batch.number()).rows();
      about.put("Dataset " + summary.dataset(), String.format(Locale.ROOT, "%,d rows", rows));
    }
    ReaderData data =
        new ReaderFigures(this, session, batch.number(), only).of(summaries, reading, crosstabs);
    return new Figures(crosstabs, Provenance.of(about), List.of(), data);
  }

  /** Builds one summary of a batch; a roll-forward begins after the last closed period. */
  public Crosstab crosstab(SummaryPlan summary, int batch) throws IOException {
    return plain(new ClosingCarry(session).carriedOn(summary, batch), batch);
  }

  /** Builds one summary of a batch as it is. */
  Crosstab plain(SummaryPlan summary, int batch) throws IOException {
    return plain(summary, batch, Optional.empty());
  }

  private Crosstab plain(SummaryPlan summary, int batch, Optional<OneValue> only)
      throws IOException {
    return built(summary.dataset(), new ListedItems(session).in(summary.crosstab()), batch, only);
  }

  private List<SummaryPlan> carriedOn(List<SummaryPlan> summaries, int batch) throws IOException {
    ClosingCarry carry = new ClosingCarry(session);
    List<SummaryPlan> carried = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      carried.add(carry.carriedOn(summary, batch));
    }
    return carried;
  }

  /** Goes over the rows of a batch once for summaries that will be built. */
  public void ahead(List<SummaryPlan> summaries, int batch) throws IOException {
    session.cells().ahead(questions(summaries, batch));
  }

  /**
   * What summaries will ask of the rows of a batch, so that all of them can be answered at once;
   * nothing of datasets that weren't there.
   */
  public List<RowQuestion> questions(List<SummaryPlan> summaries, int batch) throws IOException {
    return asked(carriedOn(summaries, batch), batch, Optional.empty());
  }

  private List<RowQuestion> asked(List<SummaryPlan> summaries, int batch, Optional<OneValue> only)
      throws IOException {
    List<RowQuestion> questions = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      questions.addAll(questionsIfThere(summary, batch, only));
    }
    return questions;
  }

  private List<RowQuestion> questionsIfThere(
      SummaryPlan summary, int batch, Optional<OneValue> only) throws IOException {
    try {
      return questions(summary.dataset(), summary.crosstab(), batch, only);
    } catch (StoreException.Absent e) {
      return List.of();
    }
  }

  /** What a cross-tab of a dataset asks of the rows of each of its datasets, of its own first. */
  List<RowQuestion> questions(String dataset, CrosstabSpec spec, int batch, Optional<OneValue> only)
      throws IOException {
    DatasetReader own = session.reader(dataset, batch);
    List<RowQuestion> questions = new ArrayList<>();
    for (String of : spec.datasets()) {
      String name = of.isEmpty() ? dataset : of;
      DatasetReader reader = session.reader(name, batch);
      if (only.isPresent()) {
        String column = spec.nameIn(of, only.get().column());
        OneValue.refuseOthers(column, name, reader.schema());
      }
      questions.add(new RowQuestion(spec, own, of, reader, only));
    }
    return questions;
  }

  /** Builds a cross-tab of a dataset's rows. */
  Crosstab built(String dataset, CrosstabSpec spec, int batch, Optional<OneValue> only)
      throws IOException {
    return session.cells().builder(questions(dataset, spec, batch, only)).build();
  }
}
