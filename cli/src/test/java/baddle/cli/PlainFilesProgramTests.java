package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Work on files without a plan, and its way into one. */
class PlainFilesProgramTests {

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    try (OutputStream out = Files.newOutputStream(folder.resolve("sites.xlsx"));
        Workbook workbook = new Workbook(out, "made up", "1.0")) {
      sheet(
          workbook.newWorksheet("Data"),
          List.of("Site", "Item", "Amount"),
          List.of("Elm", "x", 5),
          List.of("Elm", "y", 7),
          List.of("Oak", "x", 23),
          List.of("Total", "", 35));
      sheet(
          workbook.newWorksheet("Overview"),
          List.of("Site", "Amount"),
          List.of("Elm", 12),
          List.of("Oak", 23));
    }
  }

  private static void sheet(Worksheet sheet, List<?>... rows) throws IOException {
    for (int row = 0; row < rows.length; row++) {
      for (int column = 0; column < rows[row].size(); column++) {
        Object cell = rows[row].get(column);
        if (cell instanceof Number number) {
          sheet.value(row, column, number);
        } else {
          sheet.value(row, column, cell.toString());
        }
      }
    }
    sheet.finish();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "| 35 | sites.xlsx, sheet Overview: left out",
        "--sheet Overview | 35 | sites.xlsx, sheet Overview: 2 rows",
        "--count-all | 105 | sites.xlsx, sheet Data: 4 rows",
        "--sheet Data --range A1:C3 | 12 | sites.xlsx, sheet Data: 2 rows",
      })
  void a_cross_tab_counts_each_amount_once_and_lists_the_sheets(
      String options, String total, String line) throws Exception {
    String all = "crosstab sites.xlsx --down Site --measure sum(Amount) --title Sites";
    Baddle.Run run =
        baddle.run((options == null ? all : all + " " + options).replaceAll(" +", " ").split(" "));

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.lines()).contains("Sites");
    assertThat(run.lines()).anyMatch(one -> one.matches("Total +" + total));
    assertThat(run.out().replace(folder + "/", "").lines()).anyMatch(one -> one.startsWith(line));
  }

  @Test
  void a_sheet_named_of_a_file_without_sheets_is_reported() throws Exception {
    baddle.write("a.csv", "Site,Amount", "Elm,5");

    Baddle.Run run =
        baddle.run(
            "crosstab", "a.csv", "--down", "Site", "--measure", "sum(Amount)", "--sheet", "X");

    assertThat(run.err()).contains("the file has no sheets; all of it is read");
  }

  @Test
  void the_rows_of_files_leave_as_one_clean_table() throws Exception {
    baddle.write("late.csv", "Amount;Site;Item", "1,50;Ash;z");

    Baddle.Run run = baddle.run("export", "sites.xlsx", "late.csv", "--out", "all.csv");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.lines()).first().isEqualTo("written: all.csv, 4 rows");
    assertThat(Files.readString(folder.resolve("all.csv")).replace(folder + "/", "").lines())
        .containsExactly(
            "Site,Item,Amount,source_file,source_sheet,source_row",
            "Elm,x,5.00,sites.xlsx,Data,2",
            "Elm,y,7.00,sites.xlsx,Data,3",
            "Oak,x,23.00,sites.xlsx,Data,4",
            "Ash,z,1.50,late.csv,,2");
    assertThat(baddle.run("export", "sites.xlsx", "--out", "sites.xlsx").err())
        .contains("sites.xlsx is read by this command");
    assertThat(baddle.run("export", "sites.xlsx", "--out", "x.csv", "--batch", "1").err())
        .contains("--batch is for the datasets of a plan, not for files");
    assertThat(baddle.run("export", "nosuch.csv", "--out", "x.csv").err())
        .contains("there is no file nosuch.csv");
  }

  @Test
  void a_cross_tab_goes_into_a_plan_and_its_report_and_comments_stay() throws Exception {
    List<String> plan =
        List.of(
            "baddle: 1",
            "datasets:",
            "  sites: {columns: {Site: text, Amount: decimal}}   # every site",
            "feeds: {sent: {files: 'in/{period}.csv'}}");
    baddle.write("baddle.yaml", plan.toArray(String[]::new));
    baddle.write("in/2026-01.csv", "Site,Amount", "Elm,2.50", "Oak,3");
    String[] into = {
      "crosstab",
      "--down",
      "source_period by month",
      "--measure",
      "Amount: sum(Amount)",
      "--into",
      "baddle.yaml",
      "by month",
      "--report",
      "month.md",
      "--title",
      "Month by month"
    };

    assertThat(baddle.run(into).out())
        .isEqualTo("summary by month is put into baddle.yaml and into its report month.md\n");
    assertThat(Files.readAllLines(folder.resolve("baddle.yaml")))
        .startsWith(plan.toArray(String[]::new));
    assertThat(baddle.run("run").status()).isZero();
    assertThat(Files.readString(folder.resolve("month.md")))
        .contains("Month by month", "| 2026-01 | 5.50 |");
    assertThat(baddle.run(into).err()).contains("has a summary by month already");
    assertThat(baddle.run("crosstab", "--down", "Site by month").err())
        .doesNotContain("crosstab:1:1");
  }
}
