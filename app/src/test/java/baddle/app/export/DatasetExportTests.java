package baddle.app.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import baddle.app.Sheets;
import baddle.app.session.ProjectSession;
import baddle.core.calendar.PeriodText;
import baddle.core.grid.CsvForm;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Rows are handed over as they were chosen, each once, in files that never are half. */
class DatasetExportTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, clerk: text, amount: decimal}}
      feeds:
        tills: {files: "in/{period}.csv"}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;
  private ProjectSession session;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write(
        "in/2026-01.csv",
        """
        day,site,clerk,amount
        2026-01-05,Foxholt,Elm,10.00
        2026-01-06,Dunmere,,-2.50
        2026-01-07,Foxholt,"Ash, A.",7
        """);
    project.consolidate();
    project.write("in/2026-02.csv", "day,site,clerk,amount\n2026-02-05,,Elm,1.00\n");
    project.consolidate();
    session = ProjectSession.open(project.project());
  }

  @AfterEach
  void close() throws Exception {
    session.close();
  }

  private static RowsChoice choice(
      List<String> columns, String where, List<String> order, String period, int since) {
    return new RowsChoice(
        columns,
        RowsChoice.OriginColumns.NONE,
        Optional.ofNullable(where),
        order,
        OptionalInt.empty(),
        Optional.ofNullable(period).flatMap(PeriodText.english()::parse),
        since == 0 ? OptionalInt.empty() : OptionalInt.of(since));
  }

  private DatasetExport export(RowsChoice choice) throws Exception {
    return new DatasetExport(session, "sales", choice, CsvForm.STANDARD);
  }

  private String text(RowsChoice choice) throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    DatasetExport.Result result = export(choice).toText(out);
    String text = out.toString(StandardCharsets.UTF_8);
    assertThat(text.lines().count()).isEqualTo(result.rows() + 1);
    return text.replace("\r\n", "^");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "site,amount | - | - | - | 0 | site,amount^Foxholt,10.00^Dunmere,-2.50^Foxholt,7.00^,1.00^",
        "amount | amount > 5 | - | - | 0 | amount^10.00^7.00^",
        "amount,site | - | amount descending | - | 0 |"
            + " amount,site^10.00,Foxholt^7.00,Foxholt^1.00,^-2.50,Dunmere^",
        "amount | - | site,amount | - | 0 | amount^-2.50^7.00^10.00^1.00^",
        "amount | - | - | 2026-02 | 0 | amount^1.00^",
        "amount | - | - | - | 1 | amount^1.00^",
        "amount | site is null | - | 2026-01 | 0 | amount^",
      })
  void rows_are_chosen_and_ordered(
      String columns, String where, String order, String period, int since, String expected)
      throws Exception {
    List<String> sorted = order == null ? List.of() : List.of(order.split(","));

    assertThat(text(choice(List.of(columns.split(",")), where, sorted, period, since)))
        .isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "sit | - | - | no column sit; did you mean site?",
        "site | amount | - | the condition amount is neither true nor false",
        "site | - | amont | no column amont; did you mean amount?",
      })
  void what_cannot_be_chosen_is_refused(
      String columns, String where, String order, String message) {
    List<String> sorted = order == null ? List.of() : List.of(order);

    assertThatThrownBy(() -> text(choice(List.of(columns), where, sorted, null, 0)))
        .isInstanceOf(ExportException.class)
        .hasMessageStartingWith(message);
  }

  @ParameterizedTest
  @ValueSource(strings = {".csv", ".xlsx", ".ods", ".jsonl", ".json", ".db"})
  void every_ending_has_all_rows(String ending) throws Exception {
    Path file = folder.resolve("out/rows" + ending);
    Files.createDirectories(file.resolveSibling(""));

    DatasetExport.Result result = export(RowsChoice.EVERYTHING).toFile(file, Optional.empty());

    assertThat(result.rows()).isEqualTo(4);
    assertThat(result.batch().number()).isEqualTo(2);
    assertThat(Files.size(file)).isPositive();
    assertThat(RowsFile.problem(file)).isEmpty();
    byte[] before = Files.readAllBytes(file);
    export(RowsChoice.EVERYTHING).toFile(file, Optional.empty());
    assertThat(Files.readAllBytes(file)).isEqualTo(before);
  }

  @Test
  void a_name_for_each_value_splits_rows_into_files() throws Exception {
    List<String> names = new ArrayList<>();
    long rows = 0;
    for (RowsFile.Ready one :
        export(RowsChoice.EVERYTHING)
            .beside(folder, "out/{site}/{clerk}.csv", List.of("site", "clerk"), Optional.empty())) {
      one.beside().publish();
      names.add(folder.relativize(one.beside().file()).toString());
      rows += one.written().rows();
      one.close();
    }

    assertThat(rows).isEqualTo(4);
    assertThat(new TreeSet<>(names)).hasSize(4).contains("out/Foxholt/Elm.csv");
    assertThat(Files.readString(folder.resolve("out/Foxholt/Elm.csv")))
        .isEqualTo("day,site,clerk,amount\r\n2026-01-05,Foxholt,Elm,10.00\r\n");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{site}.csv | amount | amount is no text; split by a column of text",
        "all.csv | site | the file's name should have {site} in it: all.csv",
        "{site}.doc | site | should end in one of .csv, .xlsx, .ods, .jsonl, .json, .db",
        "in/2026-0{site}.csv | site | is a file that was sent, and the plan reads it",
      })
  void a_split_that_cannot_be_is_refused_and_leaves_nothing(
      String name, String column, String message) throws Exception {
    project.write("in/2026-03.csv", "day,site,clerk,amount\n2026-03-05,3,Elm,1.00\n");
    project.consolidate();

    assertThatThrownBy(
            () ->
                export(RowsChoice.EVERYTHING)
                    .beside(folder, name, List.of(column), Optional.empty()))
        .isInstanceOf(ExportException.class)
        .hasMessageContaining(message);
    try (var files = Files.walk(folder)) {
      assertThat(files.filter(file -> file.toString().endsWith(".part"))).isEmpty();
    }
  }

  @Test
  void values_that_would_have_one_name_have_a_mark() throws Exception {
    project.write("in/2026-03.csv", "day,site,clerk,amount\n2026-03-05,FOXHOLT,Elm,1.00\n");
    project.consolidate();

    assertThat(
            export(RowsChoice.EVERYTHING)
                .beside(folder, "{site}.csv", List.of("site"), Optional.empty()))
        .extracting(ready -> String.valueOf(ready.beside().file().getFileName()))
        .contains("FOXHOLT.csv")
        .anyMatch(name -> name.matches("Foxholt [0-9a-f]{6}\\.csv"));
  }

  @Test
  void a_sheet_for_each_value_is_a_workbook_of_sheets() throws Exception {
    Path file = folder.resolve("rows.xlsx");

    DatasetExport.Result result = export(RowsChoice.EVERYTHING).toSheets(file, List.of("site"));

    assertThat(result.rows()).isEqualTo(4);
    assertThat(Sheets.names(file)).contains("Dunmere", "Foxholt");
    assertThat(Sheets.cell(file, "Foxholt", "D3")).isEqualTo("7");
  }

  @Test
  void what_was_replaced_since_is_told_with_what_is_new() throws Exception {
    project.write("in/2026-01.csv", "day,site,clerk,amount\n2026-01-05,Foxholt,Elm,11.00\n");
    project.consolidate();

    DatasetExport.Result result =
        export(choice(List.of("amount"), null, List.of(), null, 1))
            .toText(new ByteArrayOutputStream());

    assertThat(result.rows()).isEqualTo(2);
    assertThat(result.changes())
        .singleElement()
        .satisfies(change -> assertThat(change.path()).isEqualTo("in/2026-01.csv"));
  }
}
