package baddle.app.lists;

import baddle.app.Project;
import baddle.app.compare.ChangedRows;
import baddle.app.compare.CompareException;
import baddle.app.export.RowsFile;
import baddle.app.session.ProjectSession;
import baddle.core.grid.CsvForm;
import baddle.core.table.BlockSink;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/** A file with the rows that differ between two batches. */
public final class ChangedRowsFile {

  private ChangedRowsFile() {}

  private record Rows(ChangedRows changed) implements RowsFile.Rows {

    @Override
    public void scan(BlockSink sink) throws IOException {
      changed.scan(sink);
    }

    @Override
    public long count() throws IOException {
      long[] count = new long[1];
      changed.scan((block, from, to) -> count[0] += to - from);
      return count[0];
    }
  }

  /**
   * Writes it.
   *
   * @param before which batch; empty for the one before the other
   * @param after which; empty for the last
   * @return how many rows were written
   * @throws CompareException if there are too many rows to be told apart
   */
  public static long write(
      Path file,
      Project project,
      String dataset,
      OptionalInt before,
      OptionalInt after,
      CsvForm form)
      throws IOException, CompareException {
    try (ProjectSession session = ProjectSession.open(project)) {
      ChangedRows changed = new ChangedRows(session, dataset, before, after, ChangedRows.PLACE);
      RowsFile.Shape shape =
          new RowsFile.Shape("rows", form, List.<Map.Entry<String, String>>of(), List.of());
      return RowsFile.write(
              file, Optional.of(project.planFile()), changed.schema(), shape, new Rows(changed))
          .rows();
    }
  }
}
