package baddle.app.fill;

import baddle.app.BatchChoice;
import baddle.app.Inputs;
import baddle.app.LastPeriod;
import baddle.app.OutputFile;
import baddle.app.Project;
import baddle.core.grid.UnreadableFileException;
import baddle.core.value.Period;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.OwnWorkbooks;
import baddle.plan.FillPlan;
import baddle.store.Store;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/** Puts figures of a batch into workbooks that somebody keeps. */
public final class Filling {

  private final Project project;

  /** Of a project. */
  public Filling(Project project) {
    this.project = project;
  }

  /**
   * Workbooks that are written and not in their places yet.
   *
   * @param results what was done, in order
   * @param files the workbooks, and the list of what was written
   */
  public record Ready(List<FillResult> results, List<OutputFile.Beside> files)
      implements Closeable {

    /** Copies the lists. */
    public Ready {
      results = List.copyOf(results);
      files = List.copyOf(files);
    }

    @Override
    public void close() throws IOException {
      for (OutputFile.Beside file : files) {
        file.close();
      }
    }
  }

  /** Why a plan's fills can't be made; empty where they can. */
  public static Optional<String> problem(Project project) {
    Set<String> places = new HashSet<>();
    Inputs inputs = Inputs.of(project);
    for (FillPlan fill : project.plan().fills()) {
      if (!places.add(fill.into())) {
        return Optional.of("two fills are for " + fill.into());
      }
      Optional<String> problem =
          fill.isInPlace()
              ? Optional.empty()
              : inputs.problem(project.folder().resolve(fill.into()));
      if (problem.isPresent()) {
        return problem.map(why -> "fill " + fill.name() + ": " + why);
      }
    }
    return Optional.empty();
  }

  /**
   * Fills workbooks and puts them in their places, all or none.
   *
   * @param period whose figures; empty for what the plan says
   * @param places whether they are put in their places
   */
  public List<FillResult> fill(List<FillPlan> fills, Optional<Period> period, boolean places)
      throws IOException, FillException {
    try (Store store = Store.openToRead(project.storeFolder())) {
      int batch = BatchChoice.of(store, project, OptionalInt.empty()).number();
      try (Ready ready = beside(fills, store, batch, period)) {
        if (places) {
          for (OutputFile.Beside file : ready.files()) {
            file.place();
          }
        }
        return ready.results();
      }
    }
  }

  /**
   * Fills workbooks beside their places.
   *
   * @param period whose figures; empty for what the plan says
   */
  public Ready beside(List<FillPlan> fills, Store store, int batch, Optional<Period> period)
      throws IOException, FillException {
    List<FillResult> results = new ArrayList<>();
    List<OutputFile.Beside> files = new ArrayList<>();
    WrittenCells written = WrittenCells.of(project);
    Set<Path> taken = new HashSet<>();
    boolean whole = false;
    try {
      for (FillPlan fill : fills) {
        fill(fill, store, batch, period, written, taken, results, files);
      }
      written.beside().ifPresent(files::add);
      whole = true;
      return new Ready(results, files);
    } finally {
      if (!whole) {
        new Ready(List.of(), files).close();
      }
    }
  }

  private void fill(
      FillPlan fill,
      Store store,
      int batch,
      Optional<Period> wanted,
      WrittenCells written,
      Set<Path> taken,
      List<FillResult> results,
      List<OutputFile.Beside> files)
      throws IOException, FillException {
    Optional<Period> known = wanted.or(fill::period);
    Period period =
        (known.isPresent() ? known : LastPeriod.of(project, store, batch))
            .orElseThrow(
                () ->
                    new FillException(
                        "fill " + fill.name() + ": no source is of a period; say period: in it"));
    Path workbook = place(FillNames.of(fill.workbook(), period));
    Path into = place(FillNames.of(fill.into(), period));
    String name = project.folder().relativize(into).toString().replace('\\', '/');
    if (!taken.add(into)) {
      throw new FillException("fill " + fill.name() + ": another fill is for " + name + " too");
    }
    boolean goesOn = !fill.isInPlace() && Files.exists(into);
    if (goesOn && !written.knows(name)) {
      throw new FillException(
          "fill "
              + fill.name()
              + ": "
              + name
              + " is there and no fill made it; name another file, or say in_place: true");
    }
    Path from = goesOn ? into : workbook;
    if (!Files.isRegularFile(from)) {
      throw new FillException(
          "fill " + fill.name() + ": there is no workbook " + project.folder().relativize(from));
    }
    if (!fill.isInPlace()) {
      Optional<String> problem = Inputs.of(project).problem(into);
      if (problem.isPresent() && !goesOn) {
        throw new FillException("fill " + fill.name() + ": " + problem.get());
      }
    }
    try (OwnWorkbook own = OwnWorkbooks.open(from)) {
      FillFigures figures = new FillFigures(project, store, batch, period);
      SheetFilling sheet = new SheetFilling(fill, own, figures, written, name);
      FillResult result = sheet.fill(into);
      results.add(result);
      if (!sheet.edit().isEmpty() || !(goesOn || fill.isInPlace())) {
        Files.createDirectories(into.resolveSibling(""));
        files.add(
            new OutputFile(into)
                .writeBeside(Optional.of(project.planFile()), out -> own.write(sheet.edit(), out)));
      }
    } catch (UnreadableFileException e) {
      throw new FillException(
          "fill " + fill.name() + ": " + project.folder().relativize(from) + ": " + e.getMessage());
    }
  }

  private Path place(String file) {
    return project.folder().resolve(file).normalize();
  }
}
