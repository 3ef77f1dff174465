package baddle.app.summarize;

import baddle.app.output.OutputFile;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.TableForm;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportHead;
import baddle.reports.data.CsvReport;
import baddle.reports.data.JsonReport;
import baddle.reports.page.PageReport;
import baddle.reports.picture.ChartPicture;
import baddle.reports.text.MarkdownReport;
import baddle.reports.workbook.WorkbookReport;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A file that figures are written into; what it becomes is told by the end of its name. */
public final class ReportFile {

  private enum Kind {
    CSV,
    XLSX,
    JSON,
    MD,
    HTML,
    SVG,
    PNG
  }

  private final Path file;
  private final Kind kind;
  private final TableForm form;
  private final boolean totals;
  private final ReportHead head;

  private ReportFile(Path file, Kind kind, TableForm form, boolean totals, ReportHead head) {
    this.head = head;
    this.file = file;
    this.kind = kind;
    this.form = form;
    this.totals = totals;
  }

  /**
   * Checks that a file can take so many summaries, before anything is read or written.
   *
   * @return why it can't; empty where it can
   */
  public static Optional<String> problem(Path file, int summaries) {
    Optional<Kind> kind = kind(file);
    if (kind.isEmpty()) {
      return Optional.of(file + " should end in .csv, .xlsx, .html, .json, .md, .svg or .png");
    }
    if (kind.get() == Kind.CSV && summaries > 1) {
      return Optional.of(
          "a CSV file holds one summary; name one, or write .xlsx, .html, .json or .md");
    }
    if ((kind.get() == Kind.SVG || kind.get() == Kind.PNG) && summaries > 1) {
      return Optional.of("a picture shows one summary; name one, or write .xlsx or .html");
    }
    return OutputFile.problem(file);
  }

  private static Optional<Kind> kind(Path file) {
    String name = file.toString().toLowerCase(Locale.ROOT);
    for (Kind kind : Kind.values()) {
      if (name.endsWith("." + kind.name().toLowerCase(Locale.ROOT))) {
        return Optional.of(kind);
      }
    }
    return Optional.empty();
  }

  /**
   * A file that has no {@link #problem}.
   *
   * @param form how CSV is laid out
   * @param totals whether a form that is a list has subtotals and grand totals
   */
  public static ReportFile of(Path file, TableForm form, boolean totals) {
    return new ReportFile(file, kind(file).orElseThrow(), form, totals, ReportHead.NONE);
  }

  /** The same with what it says besides its figures. */
  public ReportFile with(ReportHead other) {
    return new ReportFile(file, kind, form, totals, other);
  }

  /** A file that has no {@link #problem}. */
  public static ReportFile of(Path file) {
    return of(file, TableForm.SHOWN, false);
  }

  /**
   * Writes the figures beside the file, then moves them into its place.
   *
   * @param project the plan whose project must never read the file as a source; the one above the
   *     file, if there is any, won't either
   */
  public void write(Figures figures, Optional<Path> project) throws IOException {
    new OutputFile(file).write(project, out -> write(figures, out));
  }

  /** Writes the figures beside the file, from where they have yet to be moved. */
  public OutputFile.Staged stage(Figures figures, Optional<Path> project) throws IOException {
    return new OutputFile(file).stage(project, out -> write(figures, out));
  }

  private void write(Figures figures, OutputStream out) throws IOException {
    List<Crosstab> crosstabs = figures.crosstabs();
    List<CrosstabLayout> layouts = crosstabs.stream().map(CrosstabLayout::new).toList();
    switch (kind) {
      case CSV -> CsvReport.write(layouts.get(0), form, totals, out);
      case XLSX -> WorkbookReport.write(layouts, figures.provenance(), head, figures.data(), out);
      case MD -> MarkdownReport.write(layouts, figures.provenance(), head, out);
      case HTML -> PageReport.write(layouts, figures.provenance(), head, figures.data(), out);
      case SVG, PNG -> ChartPicture.write(layouts.get(0), head, kind == Kind.SVG, out);
      case JSON -> JsonReport.write(layouts, figures.provenance(), out);
    }
  }
}
