package baddle.cli.out;

import baddle.app.Project;
import baddle.app.export.DatasetExport;
import baddle.app.export.ExportException;
import baddle.app.export.RowsChoice;
import baddle.app.session.ProjectSession;
import baddle.cli.options.UsageException;
import baddle.core.grid.CsvForm;
import java.io.IOException;

/** The rows that are wanted. */
record RowsExport(Project project, String dataset, RowsChoice choice, CsvForm form) {

  /** Writes rows in one of the ways there are. */
  interface Writing<R> {
    R by(DatasetExport exporting) throws IOException, ExportException;
  }

  <R> R run(Writing<R> writing) throws UsageException, IOException {
    try (ProjectSession session = ProjectSession.open(project)) {
      return writing.by(new DatasetExport(session, dataset, choice, form));
    } catch (ExportException e) {
      throw new UsageException(e.getMessage());
    }
  }
}
