package baddle.app.run;

import baddle.app.Project;
import baddle.app.export.ExportException;
import baddle.app.export.TableExport;
import baddle.app.results.DatabaseAccess;
import baddle.app.session.ProjectSession;
import baddle.database.TableLoader;
import baddle.plan.database.DatabasePlan;
import baddle.plan.output.TableReport;
import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Loads the tables of a run: those of one database in one transaction. */
final class TableReports implements Closeable {

  private final Project project;
  private final Map<String, TableLoader> loadings = new LinkedHashMap<>();

  TableReports(Project project) {
    this.project = project;
  }

  /** Loads all that the plan wants; nobody sees it before the commit. */
  List<TableExport.Result> load(ProjectSession session, int batch) throws IOException {
    List<TableExport.Result> results = new ArrayList<>();
    for (TableReport report : project.plan().tables()) {
      try {
        TableLoader loading = loading(report.table().database());
        results.add(TableExport.of(session, report.rows(), batch).load(loading, report.table()));
      } catch (IOException | ExportException e) {
        throw new IOException("report " + report.name() + ": " + e.getMessage(), e);
      }
    }
    return results;
  }

  private TableLoader loading(DatabasePlan database) throws IOException {
    TableLoader known = loadings.get(database.name());
    if (known == null) {
      known = TableLoader.open(new DatabaseAccess(project).to(database));
      loadings.put(database.name(), known);
    }
    return known;
  }

  /** Lets everybody see the tables. */
  void commit() throws IOException {
    for (TableLoader loading : loadings.values()) {
      loading.commit();
    }
  }

  @Override
  public void close() {
    loadings.values().forEach(TableLoader::close);
  }
}
