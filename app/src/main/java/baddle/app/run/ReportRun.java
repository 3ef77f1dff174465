package baddle.app.run;

import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.app.export.Corrections;
import baddle.app.export.DatasetExport;
import baddle.app.export.ExportException;
import baddle.app.export.RowsFile;
import baddle.app.export.TableExport;
import baddle.app.fill.FillException;
import baddle.app.fill.FillResult;
import baddle.app.fill.WorkbookFill;
import baddle.app.output.OutputFile;
import baddle.app.session.ProjectSession;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.RowsPlan;
import baddle.store.Store;
import baddle.store.StoreException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.slf4j.LoggerFactory;

/** Writes the plan's reports, rows, tables and fills, all of them or none. */
final class ReportRun {

  private final ProjectSession session;
  private final Project project;
  private final EachFiles eachFiles;
  private String writer;
  private final List<Path> places = new ArrayList<>();
  private final List<Path> written = new ArrayList<>();
  private final List<Path> unchanged = new ArrayList<>();
  private final List<TableExport.Result> tables = new ArrayList<>();
  private List<FillResult> filled = List.of();

  /**
   * Of a project that is read.
   *
   * @param writer who wrote to the store last
   */
  ReportRun(ProjectSession session, String writer) {
    this.session = session;
    this.project = session.project();
    this.eachFiles = new EachFiles(project);
    this.writer = writer;
  }

  /** Who wrote to the store last. */
  String writer() {
    return writer;
  }

  /** Where the files are, in the order in which they are named. */
  List<Path> places() {
    return places;
  }

  /** The files that are other than they were. */
  List<Path> written() {
    return written;
  }

  /** The files that are as they were. */
  List<Path> unchanged() {
    return unchanged;
  }

  /** The tables of databases that were loaded. */
  List<TableExport.Result> tables() {
    return tables;
  }

  /** Files of reports whose value the data has no more. */
  List<Path> gone() {
    return eachFiles.gone();
  }

  /** Such files that were removed. */
  List<Path> removed() {
    return eachFiles.removed();
  }

  /** The workbooks that were filled. */
  List<FillResult> filled() {
    return filled;
  }

  private void remember(int batch) throws IOException {
    List<String> reports = project.plan().reports().stream().map(ReportPlan::file).toList();
    Map<String, Integer> known = session.store().catalogue().reported();
    if (reports.stream().allMatch(report -> Objects.equals(known.get(report), batch))) {
      return;
    }
    try (Store store = OwnStore.openToWrite(project)) {
      store.setReported(reports, batch);
      writer = store.writer();
    } catch (StoreException.Locked e) {
      LoggerFactory.getLogger(ReportRun.class).info("not noted what the reports show: {}", e);
    }
  }

  private List<OutputFile.Staged> rows(ReportPlan report, RowsPlan rows, int batch)
      throws IOException {
    try {
      DatasetExport exporting = DatasetExport.of(session, rows, batch);
      if (rows.log().isPresent()) {
        Path file = ReportPlaces.file(project, report);
        Files.createDirectories(file.resolveSibling(""));
        Optional<RowsFile.Ready> ready =
            exporting.appendBeside(file, Corrections.valueOf(rows.log().get().name()));
        places.add(file);
        if (ready.isEmpty()) {
          unchanged.add(file);
        }
        return ready.map(RowsFile.Ready::beside).stream().toList();
      }
      return exporting
          .beside(project.folder(), report.file(), rows.splitBy(), Optional.empty())
          .stream()
          .map(RowsFile.Ready::beside)
          .toList();
    } catch (ExportException e) {
      throw new IOException("report " + report.file() + ": " + e.getMessage(), e);
    }
  }

  /** Refuses two files for one place, which reports with values in their names can come to. */
  private static void refuseTwice(List<OutputFile.Staged> ready) throws IOException {
    Set<Path> places = new HashSet<>();
    for (OutputFile.Staged file : ready) {
      if (!places.add(file.file())) {
        throw new IOException("two reports would be written into " + file.file());
      }
    }
  }

  /** Writes them; they are moved into their places once all of them are written. */
  void write(CheckResult checked) throws IOException {
    int batch = checked.batch().number();
    List<OutputFile.Staged> ready = new ArrayList<>();
    try (TableReports loads = new TableReports(project)) {
      Heads heads = new Heads(project, session.store(), checked);
      ReportWriter writing = new ReportWriter(session, heads, batch);
      Map<ReportPlan, Set<Path>> each = new LinkedHashMap<>();
      for (ReportPlan report : project.plan().reports()) {
        int first = ready.size();
        if (report.rows().isPresent()) {
          ready.addAll(rows(report, report.rows().get(), batch));
        } else {
          writing.write(report, ready);
        }
        refuseTwice(ready);
        if (report.isEach()) {
          Set<Path> files = each.computeIfAbsent(report, one -> new LinkedHashSet<>());
          ready.subList(first, ready.size()).forEach(file -> files.add(file.file()));
        }
      }
      WorkbookFill.Ready filled =
          new WorkbookFill(project)
              .beside(project.plan().fills(), session, batch, Optional.empty());
      Set<Path> lists = new HashSet<>();
      filled.files().stream().map(OutputFile.Staged::file).forEach(lists::add);
      filled.results().forEach(result -> lists.remove(result.file()));
      ready.addAll(filled.files());
      refuseTwice(ready);
      tables.addAll(loads.load(session, batch));
      loads.commit();
      for (OutputFile.Staged file : ready) {
        boolean placed = file.publish();
        if (!lists.contains(file.file())) {
          if (!places.contains(file.file())) {
            places.add(file.file());
          }
          (placed ? written : unchanged).add(file.file());
        }
      }
      filled.results().stream()
          .map(FillResult::file)
          .filter(file -> !written.contains(file) && !unchanged.contains(file))
          .filter(Files::exists)
          .forEach(
              file -> {
                unchanged.add(file);
                places.add(file);
              });
      eachFiles.settle(each);
      remember(batch);
      this.filled = filled.results();
    } catch (FillException e) {
      throw new IOException(e.getMessage(), e);
    } finally {
      for (OutputFile.Staged file : ready) {
        file.close();
      }
    }
  }
}
