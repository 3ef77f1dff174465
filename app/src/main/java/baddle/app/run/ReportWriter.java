package baddle.app.run;

import baddle.app.Project;
import baddle.app.cells.OneValue;
import baddle.app.output.DistinctNames;
import baddle.app.output.OutputFile;
import baddle.app.reading.Inputs;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.ChosenRows;
import baddle.app.summarize.Figures;
import baddle.app.summarize.ReportFile;
import baddle.app.summarize.Summarizer;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.SummaryPlan;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportHead;
import baddle.reports.page.IndexEntry;
import baddle.reports.page.PageIndex;
import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeSet;

/** Writes reports of summaries beside their places: one file, or one for each value of a column. */
final class ReportWriter {

  private static final int MOST_FILES = 1_000;

  private final Project project;
  private final Summarizer summarizing;
  private final ChosenRows rows;
  private final Heads heads;
  private final int batch;

  /**
   * Of a batch.
   *
   * @param session stays open as long as reports are written
   */
  ReportWriter(ProjectSession session, Heads heads, int batch) {
    this.project = session.project();
    this.summarizing = new Summarizer(session);
    this.rows = new ChosenRows(session);
    this.heads = heads;
    this.batch = batch;
  }

  /**
   * Writes a report beside its place.
   *
   * @param into takes each file as soon as it is written
   */
  void write(ReportPlan report, List<OutputFile.Staged> into) throws IOException {
    List<SummaryPlan> summaries =
        report.summaries().stream()
            .map(name -> Objects.requireNonNull(project.plan().summaries().get(name)))
            .toList();
    if (report.reading().forEach().isEmpty()) {
      Figures figures = figures(summaries, Optional.empty(), report);
      into.add(beside(report, place(report.file()), heads.of(report), figures));
    } else {
      forEach(report, summaries, into);
    }
  }

  private Figures figures(List<SummaryPlan> summaries, Optional<OneValue> only, ReportPlan report)
      throws IOException {
    return summarizing.figures(summaries, OptionalInt.of(batch), only, report.reading());
  }

  private Path place(String file) throws IOException {
    Path place = project.folder().resolve(file).normalize();
    Files.createDirectories(place.resolveSibling(""));
    return place;
  }

  private OutputFile.Staged beside(ReportPlan report, Path place, ReportHead head, Figures figures)
      throws IOException {
    return ReportFile.of(place, report.form(), report.totals())
        .with(head)
        .stage(figures, Optional.of(project.planFile()));
  }

  private void forEach(ReportPlan report, List<SummaryPlan> summaries, List<OutputFile.Staged> into)
      throws IOException {
    String column = report.reading().forEach();
    TreeSet<String> values = new TreeSet<>();
    for (String dataset : summaries.stream().map(SummaryPlan::dataset).distinct().toList()) {
      values.addAll(rows.values(dataset, column, batch));
    }
    if (values.size() > MOST_FILES) {
      throw new IOException(
          "report "
              + report.file()
              + ": more than "
              + MOST_FILES
              + " files; choose another column");
    }
    Inputs inputs = Inputs.of(project);
    Map<String, String> taken = new HashMap<>();
    List<IndexEntry> entries = new ArrayList<>();
    List<CrosstabLayout> layouts = List.of();
    Path index = place(indexName(report));
    refuse(report, ReportFile.problem(index, summaries.size()).or(() -> inputs.problem(index)));
    taken.put(index.toString().toLowerCase(Locale.ROOT), "the index");
    DistinctNames names = new DistinctNames(values, List.of("index"));
    for (String value : values) {
      Path place = place(report.file().replace("{" + column + "}", names.of(value)));
      String other = taken.put(place.toString().toLowerCase(Locale.ROOT), value);
      refuse(
          report,
          other != null
              ? Optional.of(
                  named(other) + " and " + named(value) + " would both be written into " + place)
              : ReportFile.problem(place, summaries.size()).or(() -> inputs.problem(place)));
      Figures figures = figures(summaries, Optional.of(new OneValue(column, value)), report);
      into.add(beside(report, place, heads.of(report, Map.of(column, value)), figures));
      layouts = figures.crosstabs().stream().map(CrosstabLayout::new).toList();
      entries.add(IndexEntry.of(value, link(index, place), layouts));
    }
    List<CrosstabLayout> last = layouts;
    ReportHead head = heads.of(report, Map.of(column, "each " + column));
    into.add(
        new OutputFile(index)
            .stage(
                Optional.of(project.planFile()),
                out -> PageIndex.write(column, last, head, entries, out)));
  }

  private static void refuse(ReportPlan report, Optional<String> problem) throws IOException {
    if (problem.isPresent()) {
      throw new IOException("report " + report.file() + ": " + problem.get());
    }
  }

  private static String named(String value) {
    return value.isEmpty() ? "rows without a value" : value;
  }

  /** The page that leads to the files: beside them, with {@code index} for the value. */
  static String indexName(ReportPlan report) {
    String name = report.file().replace("{" + report.reading().forEach() + "}", "index");
    return name.substring(0, name.lastIndexOf('.')) + ".html";
  }

  private static String link(Path index, Path place) throws IOException {
    try {
      String relative =
          Objects.requireNonNull(index.getParent())
              .relativize(place)
              .toString()
              .replace(place.getFileSystem().getSeparator(), "/");
      return new URI(null, null, relative, null).toASCIIString();
    } catch (URISyntaxException e) {
      throw new IOException(e);
    }
  }
}
