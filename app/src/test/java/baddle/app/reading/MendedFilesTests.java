package baddle.app.reading;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.ProjectFolder;
import baddle.app.Sheets;
import baddle.app.amend.AmendRun;
import baddle.app.amend.Change;
import baddle.app.amend.WorkbookAmender;
import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.check.SuspenseFile;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.formats.Formats;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A held row that a person corrected takes the place of that very row, and of no other. */
class MendedFilesTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, amount: {type: decimal, required: true}}}
      feeds:
        tills: {files: "in/*.csv"}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write(
        "in/a.csv",
        "day,site,amount\n2026-01-05,Foxholt,10.00\n2026-01-06,Dunmere,ten\n2026-01-07,Dunmere,?\n");
    project.consolidate();
  }

  private CheckResult check() throws Exception {
    return ProjectCheck.run(project.project(), ProjectCheck.HeldRows.GATHERED);
  }

  private Path held(String name) throws Exception {
    Path file = project.at("mended/" + name);
    Files.createDirectories(file.resolveSibling(""));
    SuspenseFile.write(file, project.plan(), check().held());
    return file;
  }

  private List<String> messages(FindingCode code) throws Exception {
    return check().findings().stream()
        .filter(finding -> finding.code() == code)
        .map(Finding::message)
        .toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"held.csv", "held.xlsx"})
  void the_corrected_row_is_in_the_dataset_under_its_own_place(String name) throws Exception {
    Path file = held(name);
    if (name.endsWith(".csv")) {
      Files.writeString(file, Files.readString(file).replace("Dunmere,ten", "Dunmere,10.50"));
    } else {
      Path changed = folder.resolve("changed.xlsx");
      WorkbookAmender amending =
          new WorkbookAmender(List.of(Change.find("text = 'ten' -> 10.50")), false, false);
      new AmendRun(amending, folder.resolve("amended/journal.csv"))
          .run(Map.of(file, changed), true);
      Files.move(changed, file, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    }
    project.consolidate();

    CheckResult check = check();

    assertThat(check.inDataset()).isEqualTo(2);
    assertThat(check.rows().held()).isEqualTo(1);
    assertThat(check.addsUp()).isTrue();
    assertThat(messages(FindingCode.ROWS_MENDED))
        .containsExactly("1 row is read as corrected in mended/" + name);
  }

  @Test
  void a_correction_that_is_none_is_held_again() throws Exception {
    Path file = held("held.csv");
    Files.writeString(file, Files.readString(file).replace("Dunmere,ten", "Dunmere,eleven"));
    project.consolidate();

    assertThat(check().rows().held()).isEqualTo(2);
    assertThat(check().rowLines()).extracting(line -> line.value().value()).contains("eleven");
  }

  @Test
  void a_row_that_the_sender_has_sent_anew_is_not_replaced() throws Exception {
    Path file = held("held.csv");
    Files.writeString(file, Files.readString(file).replace("Dunmere,ten", "Dunmere,10.50"));
    project.write(
        "in/a.csv",
        "day,site,amount\n2026-01-05,Foxholt,10.00\n2026-01-06,Dunmere,12.00\n2026-01-07,Dunmere,?\n");
    project.consolidate();

    assertThat(check().inDataset()).isEqualTo(2);
    assertThat(messages(FindingCode.MENDED_NOT_USED))
        .first()
        .isEqualTo(
            "this corrected row replaces nothing: row 3 of in/a.csv isn't there any more as it was"
                + " when it was held, or no cell differs");
  }

  private MendedFiles read() throws Exception {
    return MendedFiles.of(project.project(), new Formats());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "day,site^2026-01-05,Foxholt^ | this corrected row replaces nothing: its sheet lacks a"
            + " heading of held_file, held_sheet, held_row, held_because, held_mark",
        "held_file,held_sheet,held_row,held_because,held_mark,day^in/a.csv,,3,x,,2026-01-06^ |"
            + " this corrected row replaces nothing: it has no held_mark; what is held after"
            + " reading isn't corrected in its cells",
        "held_file,held_sheet,held_row,held_because,held_mark,day^in/a.csv,,three,x,m,2026^ |"
            + " this corrected row replaces nothing: it has no held_mark; what is held after"
            + " reading isn't corrected in its cells",
        "held_file,held_sheet,held_row,held_because,held_mark,day^in/a.csv,,3,x,m,1^in/a.csv,,3,x,m,2^"
            + " | this corrected row replaces nothing: the same row is corrected again at"
            + " mended/other.csv, row 3",
      })
  void a_row_that_replaces_nothing_says_why(String text, String message) throws Exception {
    project.write("mended/other.csv", text.replace('^', '\n'));

    assertThat(read().findings())
        .singleElement()
        .satisfies(
            finding -> {
              assertThat(finding.code()).isEqualTo(FindingCode.MENDED_NOT_USED);
              assertThat(finding.message()).isEqualTo(message);
            });
  }

  @Test
  void a_file_that_cannot_be_read_is_told_and_hidden_ones_are_nobodys() throws Exception {
    project.write("mended/broken.xlsx", "PK\u0003\u0004 and nothing more");
    project.write("mended/.hidden.csv", "a,b\n1,2\n");
    project.write("mended/~$open.csv", "a,b\n1,2\n");
    new Sheets().sheet("Empty", List.of("")).write(project.at("mended/empty.xlsx"));

    assertThat(read().findings())
        .singleElement()
        .satisfies(
            finding -> {
              assertThat(finding.code()).isEqualTo(FindingCode.FILE_UNREADABLE);
              assertThat(finding.place().file()).isEqualTo("mended/broken.xlsx");
            });
  }
}
