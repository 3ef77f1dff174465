package baddle.app.fill;

import baddle.app.ContentHash;
import baddle.app.Project;
import baddle.app.output.OutputFile;
import baddle.app.output.OutputList;
import baddle.app.reading.Inputs;
import baddle.app.session.ProjectSession;
import baddle.core.calendar.Period;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.edit.OpenElsewhere;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.OwnWorkbooks;
import baddle.formats.edit.WorkbookProof;
import baddle.plan.FeedPlan;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Workbooks on their way; of one that several fills are for, the last has what all put in. */
final class FillMaking {
  private final ProjectSession session;
  private final Project project;
  private final int batch;
  private final WrittenCells written;
  private final List<FillResult> results = new ArrayList<>();
  private final Map<Path, OutputFile.Staged> files = new LinkedHashMap<>();
  private final Map<Path, Path> workbooks = new HashMap<>();

  FillMaking(ProjectSession session, int batch, WrittenCells written) {
    this.session = session;
    this.project = session.project();
    this.batch = batch;
    this.written = written;
  }

  WorkbookFill.Ready ready() {
    return new WorkbookFill.Ready(results, List.copyOf(files.values()));
  }

  /** Adds the list of what was written. */
  void list() throws IOException {
    written.beside().ifPresent(file -> files.put(file.file(), file));
  }

  void fill(FillPlan fill, Optional<Period> wanted) throws IOException, FillException {
    Optional<Period> known = wanted.or(fill::period);
    List<Period> periods =
        known.isPresent() ? List.of(known.get()) : new FillPeriods(session, batch, fill).of();
    if (periods.isEmpty()) {
      throw problem(fill, "no source is of a period and no row is dated by a column; set period:");
    }
    boolean isAppended = fill.tables().stream().anyMatch(FillPlan.Table::appends);
    List<Period> all =
        known.isPresent() && isAppended ? new FillPeriods(session, batch, fill).of() : periods;
    List<FillFigures> figures = new ArrayList<>();
    for (Period period : periods) {
      figures.add(new FillFigures(session, batch, period, all));
    }
    FillFigures.ahead(fill, figures);
    Map<Path, List<FillFigures>> byPlace = new LinkedHashMap<>();
    for (FillFigures one : figures) {
      Path into = place(FillNames.of(fill.into(), one.period()));
      byPlace.computeIfAbsent(into, place -> new ArrayList<>()).add(one);
    }
    int first = results.size();
    for (Map.Entry<Path, List<FillFigures>> one : byPlace.entrySet()) {
      fill(fill, one.getKey(), one.getValue());
    }
    for (int i = first; i + 1 < results.size(); i++) {
      results.set(i, results.get(i).ofEarlier());
    }
  }

  /**
   * Fills a workbook.
   *
   * @param figures of the periods that are put into it, in the order of time
   */
  private void fill(FillPlan fill, Path into, List<FillFigures> figures)
      throws IOException, FillException {
    Path workbook = place(FillNames.of(fill.workbook(), figures.get(0).period()));
    Path other = workbooks.putIfAbsent(into, workbook);
    if (other != null && !other.equals(workbook)) {
      throw problem(fill, name(into) + " is made of another workbook too, " + name(other));
    }
    OutputFile.Staged earlier = files.get(into);
    Optional<Path> open = OpenElsewhere.lockOf(into);
    if (open.isPresent()) {
      throw problem(fill, OpenElsewhere.message(project.folder().relativize(into), open.get()));
    }
    boolean goesOn = fill.isInPlace() || Files.exists(into) || earlier != null;
    refuse(fill, into, earlier != null);
    Path from = goesOn ? into : workbook;
    if (earlier != null) {
      Path copy = Files.createTempFile("baddle", name(into).replaceAll("^.*(?=\\.)", ""));
      try {
        Files.copy(earlier.beside(), copy, StandardCopyOption.REPLACE_EXISTING);
        fill(fill, figures, copy, into, true);
      } finally {
        Files.delete(copy);
      }
    } else {
      fill(fill, figures, from, into, goesOn);
    }
  }

  /** A workbook that no fill made, or that is read as a source, isn't written over. */
  private void refuse(FillPlan fill, Path into, boolean begun) throws IOException, FillException {
    Optional<String> input = fill.isInPlace() ? Inputs.of(project).problem(into) : Optional.empty();
    if (input.isPresent()) {
      throw problem(fill, input.get());
    }
    boolean ours =
        fill.isInPlace()
            || begun
            || !Files.exists(into)
            || written.knows(name(into))
            || OutputList.of(project.planFile()).hashes().contains(ContentHash.of(into));
    if (!ours) {
      throw problem(
          fill,
          name(into) + " is there and no fill made it; name another file, or set in_place: true");
    }
    for (FeedPlan feed : project.plan().feeds().values()) {
      if (feed.files().stream().anyMatch(files -> files.match(name(into)).isPresent())) {
        throw problem(
            fill, name(into) + " would be read by feed " + feed.name() + "; name another place");
      }
    }
  }

  private void fill(FillPlan fill, List<FillFigures> figures, Path from, Path into, boolean goesOn)
      throws IOException, FillException {
    if (!Files.isRegularFile(from)) {
      throw problem(fill, "there is no workbook " + name(from));
    }
    try (OwnWorkbook own = OwnWorkbooks.open(from)) {
      FilledWorkbook filled = new FilledWorkbook(fill, own, figures, written, name(into));
      List<FillResult> of = filled.fill(into);
      results.addAll(of);
      boolean isNothing = of.stream().allMatch(FillResult::isNothing);
      if (!filled.edit().isEmpty() || !(goesOn || isNothing)) {
        Files.createDirectories(into.resolveSibling(""));
        OutputFile.Staged staged =
            new OutputFile(into)
                .stage(Optional.of(project.planFile()), out -> own.write(filled.edit(), out));
        files.put(into, staged);
        WorkbookProof.check(staged.beside(), from);
      }
    } catch (UnreadableFileException e) {
      throw problem(fill, name(from) + ": " + e.getMessage());
    }
  }

  private static FillException problem(FillPlan fill, String message) {
    return new FillException("fill " + fill.name() + ": " + message);
  }

  /** A file as it is listed: as it lies from the plan. */
  private String name(Path file) {
    return project.folder().relativize(file).toString().replace('\\', '/');
  }

  private Path place(String file) {
    return project.folder().resolve(file).normalize();
  }
}
