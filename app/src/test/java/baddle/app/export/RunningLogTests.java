package baddle.app.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.BranchFiles;
import baddle.app.ProjectFolder;
import baddle.app.session.ProjectSession;
import baddle.core.grid.CsvForm;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.formats.Formats;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever happens to the files, a log's lines add up to the dataset, row by row. */
class RunningLogTests {

  private static final int STEPS = 10;
  private static final List<String> COLUMNS = List.of("branch", "code", "region", "amount");

  @TempDir private Path folder;

  private static DatasetExport exporting(ProjectSession session) {
    return new DatasetExport(
        session,
        "sales",
        new RowsChoice(
            COLUMNS,
            RowsChoice.OriginColumns.NONE,
            Optional.empty(),
            List.of(),
            OptionalInt.empty(),
            Optional.empty(),
            OptionalInt.empty()),
        CsvForm.STANDARD);
  }

  /** The rows of the log or of a plain export, with how often each stands there, signs counted. */
  private static Map<String, Integer> counted(Path file) throws Exception {
    Map<String, Integer> counts = new TreeMap<>();
    for (List<String> row : rows(file)) {
      int sign = row.size() > COLUMNS.size() ? Integer.parseInt(row.get(COLUMNS.size())) : 1;
      BigDecimal amount = new BigDecimal(row.get(3)).setScale(2);
      counts.merge(String.join("|", row.subList(0, 3)) + "|" + amount, sign, Integer::sum);
    }
    counts.values().removeIf(count -> count == 0);
    return counts;
  }

  private static List<List<String>> rows(Path file) throws Exception {
    List<List<String>> rows = new ArrayList<>();
    if (file.toString().endsWith(".db")) {
      try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
          ResultSet result = connection.createStatement().executeQuery("SELECT * FROM sales")) {
        while (result.next()) {
          List<String> row = new ArrayList<>();
          for (int i = 1; i <= result.getMetaData().getColumnCount(); i++) {
            row.add(Optional.ofNullable(result.getString(i)).orElse(""));
          }
          rows.add(row);
        }
      }
      return rows;
    }
    try (GridFile grid = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      grid.sheets().get(0).read(new Cells(rows));
    }
    return rows.subList(1, rows.size());
  }

  private record Cells(List<List<String>> rows) implements RowSink {

    private static final GridRow LENT = new GridRow();

    @Override
    public GridRow next() {
      return LENT;
    }

    @Override
    public boolean wantsMore() {
      return true;
    }

    @Override
    public void row(GridRow row) {
      List<String> cells = new ArrayList<>();
      for (int cell = 0; cell < row.width(); cell++) {
        cells.add(row.text(cell));
      }
      rows.add(cells);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "csv, 71, report",
    "csv, 72, keep latest",
    "csv, 73, hold",
    "xlsx, 74, report",
    "xlsx, 75, keep latest",
    "db, 76, hold",
    "db, 77, report"
  })
  void its_lines_add_up_to_the_dataset(String ending, long seed, String duplicates)
      throws Exception {
    String keyed = "sales:\n    key: [code]\n    on_duplicate: " + duplicates + "\n    columns:";
    String plan = BranchFiles.PLAN.replace("sales:\n    columns:", keyed);
    assertThat(plan).contains(duplicates);
    ProjectFolder project = new ProjectFolder(folder, plan);
    BranchFiles files = new BranchFiles(project, seed, false);
    Path log = folder.resolve("log." + ending);
    Path plain = folder.resolve("plain.csv");
    StringBuilder steps = new StringBuilder();
    for (int step = 0; step < STEPS; step++) {
      steps.append(files.step()).append('\n');
      project.consolidate();
      if (step % 3 == 1) {
        continue;
      }
      try (ProjectSession session = ProjectSession.open(project.project())) {
        DatasetExport exporting = exporting(session);
        exporting.append(log, Optional.empty(), Corrections.APPEND);
        exporting.toFile(plain, Optional.empty());

        assertThat(counted(log)).as("%s", steps).isEqualTo(counted(plain));
        byte[] before = Files.readAllBytes(log);
        DatasetExport.Appended again = exporting.append(log, Optional.empty(), Corrections.APPEND);
        assertThat(again.written()).as("%s", steps).isFalse();
        assertThat(Files.readAllBytes(log)).isEqualTo(before);
      }
    }
  }

  @ParameterizedTest
  @CsvSource({
    "csv, 'branch,code\\n', isn't this log",
    "csv, '', isn't this log",
    "xlsx, 'not a workbook', isn't this log",
  })
  void a_file_that_is_no_such_log_is_refused_and_stays(String ending, String content, String why)
      throws Exception {
    ProjectFolder project = new ProjectFolder(folder, BranchFiles.PLAN);
    BranchFiles files = new BranchFiles(project, 78, false);
    files.step();
    project.consolidate();
    Path log = folder.resolve("log." + ending);
    Files.writeString(log, content);

    try (ProjectSession session = ProjectSession.open(project.project())) {
      assertThatThrownBy(() -> exporting(session).append(log, Optional.empty(), Corrections.APPEND))
          .isInstanceOfAny(ExportException.class, IOException.class)
          .hasMessageContaining(why);
    }
    assertThat(Files.readString(log)).isEqualTo(content);
  }
}
