package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.util.AreaReference;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.usermodel.XSSFCell;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Chosen cells changed, in copies of workbooks. */
class AmendProgramTests {

  @TempDir Path folder;
  private Baddle baddle;

  @BeforeEach
  void write() throws Exception {
    baddle = new Baddle(folder);
    Files.createDirectories(folder.resolve("in"));
    for (String name : List.of("a.xlsx", "b.xlsx")) {
      try (XSSFWorkbook workbook = new XSSFWorkbook();
          OutputStream out = Files.newOutputStream(folder.resolve("in").resolve(name))) {
        CellStyle day = workbook.createCellStyle();
        day.setDataFormat(workbook.createDataFormat().getFormat("yyyy-mm-dd hh:mm"));
        CellStyle time = workbook.createCellStyle();
        time.setDataFormat(workbook.createDataFormat().getFormat("hh:mm:ss"));
        XSSFSheet form = workbook.createSheet("Form");
        form.createRow(0).createCell(0).setCellValue(" n/a ");
        form.getRow(0).createCell(1).setCellValue(name.equals("a.xlsx") ? "Old Mill" : "Oak");
        form.getRow(0).createCell(2).setCellFormula("B2*2");
        form.createRow(1).createCell(1).setCellValue(12.5);
        form.getRow(1).createCell(2).setCellValue(LocalDateTime.of(2026, 3, 1, 8, 30));
        form.getRow(1).getCell(2).setCellStyle(day);
        form.getRow(1).createCell(3).setCellValue(0.25);
        form.getRow(1).getCell(3).setCellStyle(time);
        form.getRow(1).createCell(4).setCellErrorValue((byte) 42);
        workbook.createName().setNameName("wages");
        workbook.getName("wages").setRefersToFormula("Form!$B$2");
        XSSFSheet prices = workbook.createSheet("Prices");
        String[][] rows = {
          {"Price list"}, {"Code", "Price", "Kind"}, {"00231", "4.00", "n/a"}, {"231", "5.00", "x"}
        };
        for (int i = 0; i < rows.length; i++) {
          prices.createRow(i);
          for (int j = 0; j < rows[i].length; j++) {
            prices.getRow(i).createCell(j).setCellValue(rows[i][j]);
          }
        }
        workbook.write(out);
      }
    }
  }

  private XSSFWorkbook read(String file) throws Exception {
    return new XSSFWorkbook(Files.newInputStream(folder.resolve(file)));
  }

  private static XSSFCell cell(XSSFWorkbook workbook, String sheet, int row, int column) {
    return workbook.getSheet(sheet).getRow(row).getCell(column);
  }

  @Test
  void cells_are_changed_by_address_name_key_and_condition_and_changed_back() throws Exception {
    byte[] before = Files.readAllBytes(folder.resolve("in/a.xlsx"));
    Baddle.Run run =
        baddle.run(
            "amend",
            "in",
            "--out",
            "out",
            "--set",
            "Form!B1=Alder Mill",
            "--set",
            "wages=13.75",
            "--set",
            "Prices!Price where Code = '00231' -> 4.95",
            "--find",
            "text = 'n/a' -> blank",
            "--find",
            "Form!date between date '2026-01-01' and date" + " '2026-12-31' -> 2027-01-01",
            "--set",
            "Form!D2='07:00'",
            "--set",
            "Form!E2=1");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.out())
        .contains("in/a.xlsx, Form!B1: Old Mill -> Alder Mill")
        .contains("in/b.xlsx, Prices!B3: 4.00 -> 4.95")
        .contains("in/a.xlsx, Form!C2: 2026-03-01T08:30 -> 2027-01-01")
        .contains("16 cells changed in 2 of 2 files");
    assertThat(Files.readAllBytes(folder.resolve("in/a.xlsx"))).isEqualTo(before);
    try (XSSFWorkbook workbook = read("out/a.xlsx")) {
      assertThat(cell(workbook, "Form", 0, 1).getStringCellValue()).isEqualTo("Alder Mill");
      assertThat(cell(workbook, "Form", 1, 1).getRawValue()).isEqualTo("13.75");
      assertThat(cell(workbook, "Form", 0, 2).getRawValue()).isEqualTo("27.50");
      assertThat(cell(workbook, "Form", 1, 2).getLocalDateTimeCellValue().toLocalDate())
          .isEqualTo(LocalDate.of(2027, 1, 1));
      assertThat(cell(workbook, "Prices", 2, 1).getNumericCellValue()).isEqualTo(4.95);
      assertThat(cell(workbook, "Prices", 3, 1).getStringCellValue()).isEqualTo("5.00");
      assertThat(cell(workbook, "Prices", 2, 2).getRawValue()).isNull();
    }
    Baddle.Run undo = baddle.run("amend", "--undo", "out/journal.csv");
    assertThat(undo.out()).as(undo.err()).contains("16 cells changed in 2 of 2 files");
    try (XSSFWorkbook workbook = read("out/a.xlsx");
        XSSFWorkbook was = read("in/a.xlsx")) {
      for (String sheet : List.of("Form", "Prices")) {
        for (int row = 0; row <= was.getSheet(sheet).getLastRowNum(); row++) {
          for (int column = 0;
              column < was.getSheet(sheet).getRow(row).getLastCellNum();
              column++) {
            if (cell(was, sheet, row, column) != null) {
              XSSFCell is = cell(workbook, sheet, row, column);
              assertThat(is.getCellType()).isEqualTo(cell(was, sheet, row, column).getCellType());
              assertThat(is).hasToString(cell(was, sheet, row, column).toString());
            }
          }
        }
      }
      assertThat(cell(workbook, "Form", 0, 0).getStringCellValue()).isEqualTo(" n/a ");
    }
    assertThat(baddle.run("amend", "--undo", "out/journal.csv").out())
        .contains("0 cells changed in 0 of 2 files");
  }

  @Test
  void a_file_is_changed_whole_or_not_at_all_and_the_others_go_on() throws Exception {
    Files.writeString(folder.resolve("in/c.xlsx"), "no workbook");
    Files.copy(folder.resolve("in/a.xlsx"), folder.resolve("in/d.xlsx"));
    baddle.write(
        "list.csv",
        "file,sheet,cell,where,column,old,new,because",
        ",Form,B1,,,Old Mill,Ash,renamed",
        ",Form,B2,,,12.5,1,",
        "d.xlsx,Form,Z9,,,,1850-01-01,",
        "a.xlsx,Form,C1,,,,5,no formula",
        "a.xlsx,Prices,,Code = '231',Price,,6,dearer");
    Baddle.Run run = baddle.run("amend", "in", "--out", "out", "--list", "list.csv");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("in/a.xlsx, Form!B1: Old Mill -> Ash (renamed)")
        .contains("Form!C1: a formula, =B2*2 (--formulas would change it)")
        .contains("3 cells changed in 1 of 4 files; 3 can't be changed");
    assertThat(run.err())
        .contains("in/b.xlsx: Form!B1 holds Oak, not Old Mill; the file isn't changed")
        .contains("in/d.xlsx: can't write")
        .contains("a workbook has no day 1850-01-01")
        .contains("in/c.xlsx: ");
    assertThat(folder.resolve("out/b.xlsx")).doesNotExist();
    assertThat(folder.resolve("out/c.xlsx")).doesNotExist();
    assertThat(Files.readString(folder.resolve("out/journal.csv")))
        .contains("a.xlsx,Form,B1,text,'Old Mill',text,'Ash',renamed,../in/a.xlsx");
    assertThat(
            baddle
                .run("amend", "in/a.xlsx", "--out", "f.xlsx", "--formulas", "--set", "Form!C1=5")
                .status())
        .isZero();
    try (XSSFWorkbook workbook = read("f.xlsx")) {
      assertThat(cell(workbook, "Form", 0, 2).getRawValue()).isEqualTo("5");
    }
    assertThat(baddle.run("amend", "--undo", "journal.csv").status()).isZero();
    try (XSSFWorkbook workbook = read("f.xlsx")) {
      assertThat(cell(workbook, "Form", 0, 2).getCellFormula()).isEqualTo("B2*2");
    }
  }

  @Test
  void a_changed_copy_can_be_read_as_a_source_in_the_place_of_what_was_sent() throws Exception {
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets: {forms: {columns: {wages: {type: decimal, places: 2}}}}",
        "feeds: {forms: {files: in/a.xlsx, sheets: Form, cells: {wages: B2}}}");
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(baddle.run("amend", "in/a.xlsx", "--out", "out", "--set", "wages=99").status())
        .isZero();
    Files.move(
        folder.resolve("out/a.xlsx"),
        folder.resolve("in/a.xlsx"),
        StandardCopyOption.REPLACE_EXISTING);
    baddle.run("consolidate");
    assertThat(baddle.run("export", "forms", "--out", "-").out()).contains("99.00");
  }

  @Test
  void a_journal_goes_on_with_what_it_says_of_other_copies() throws Exception {
    baddle.run("amend", "in/a.xlsx", "--out", "o1.xlsx", "--set", "Form!B1=x");
    baddle.run("amend", "in/b.xlsx", "--out", "o2.xlsx", "--set", "Form!B1=y");
    assertThat(baddle.run("amend", "--undo", "journal.csv").out())
        .contains("2 cells changed in 2 of 2 files");
  }

  @Test
  void a_copy_that_somebody_has_changed_since_is_not_changed_back() throws Exception {
    baddle.run("amend", "in/a.xlsx", "--out", "out.xlsx", "--set", "Form!B1=x");
    baddle.run("amend", "out.xlsx", "--out", "again.xlsx", "--set", "Form!B1=y", "--journal", "j");
    Files.move(
        folder.resolve("again.xlsx"),
        folder.resolve("out.xlsx"),
        StandardCopyOption.REPLACE_EXISTING);
    Baddle.Run run = baddle.run("amend", "--undo", "journal.csv");
    assertThat(run.status()).isEqualTo(1);
    assertThat(run.err()).contains("out.xlsx: Form!B1 holds y, not x; the file isn't changed");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "in/a.xlsx --out in/a.xlsx --set Form!A1=x | 2 | is read by this command",
        "in/a.xlsx --set Form!A1=x | 2 | name the folder with --out",
        "in/a.xlsx --out o.xlsx | 2 | name what to change with --set, --find or --list",
        "gone.xlsx --out o.xlsx --set Form!A1=x | 2 | there is no file gone.xlsx",
        "in/a.xlsx --out o.xlsx --set Form!A1 | 2 | should be like Form!C4=Alder Mill",
        "in/a.xlsx --out o.xlsx --set Frm!A1=x | 1 | no sheet Frm; did you mean Form?",
        "in/a.xlsx --out o.xlsx --set wagse=x | 1 | nor a name of the workbook; did you mean wages?",
        "in/a.xlsx --out o.xlsx --find txt=1->2 | 2 | should be like Sheet1!text",
        "in/a.xlsx --out o.xlsx --undo j.csv | 2 | --undo",
        "in/a.xlsx --out in/b.xlsx --set Form!A1=x | 2 | no journal lists it as a copy",
        "in/a.xlsx --out o.xlsx --set Form!A1=x --journal in/a.xlsx | 2 | is read by this command",
        "in/a.xlsx --out o.xlsx --set Form!A1=x --journal in/b.xlsx | 2 | is no journal",
      })
  void what_cannot_be_is_refused(String arguments, int status, String reason) throws Exception {
    Baddle.Run run = baddle.run(("amend " + arguments).split(" "));
    assertThat(run.status()).as(run.out()).isEqualTo(status);
    assertThat(run.err()).contains(reason);
    assertThat(folder.resolve("o.xlsx")).doesNotExist();
  }

  private String shown(String file, String sheet, int row, int column) throws Exception {
    try (XSSFWorkbook workbook = read(file)) {
      XSSFCell cell = cell(workbook, sheet, row, column);
      return cell == null ? "" : cell.toString();
    }
  }

  @Test
  void corrections_of_several_days_add_up_and_are_undone_together() throws Exception {
    baddle.run("amend", "in", "--out", "out", "--set", "Form!B1=First", "--set", "Form!B2=1");
    Baddle.Run second = baddle.run("amend", "in/a.xlsx", "--out", "out", "--set", "Form!B2=2");
    assertThat(second.out()).as(second.err()).contains("Form!B2: 1 -> 2");
    assertThat(shown("out/a.xlsx", "Form", 0, 1)).isEqualTo("First");
    assertThat(shown("out/a.xlsx", "Form", 1, 1)).isEqualTo("2.0");
    assertThat(shown("out/b.xlsx", "Form", 1, 1)).isEqualTo("1.0");

    assertThat(baddle.run("amend", "--undo", "out/journal.csv").out())
        .contains("4 cells changed in 2 of 2 files");
    assertThat(shown("out/a.xlsx", "Form", 0, 1)).isEqualTo("Old Mill");
    assertThat(shown("out/a.xlsx", "Form", 1, 1)).isEqualTo("12.5");
  }

  @Test
  void a_run_that_was_stopped_is_gone_on_with_and_can_be_undone() throws Exception {
    String[] amend = {"amend", "in", "--out", "out", "--set", "Form!B1=New"};
    baddle.run(amend);
    byte[] whole = Files.readAllBytes(folder.resolve("out/b.xlsx"));
    Files.delete(folder.resolve("out/b.xlsx"));
    Files.write(folder.resolve("out/.b.xlsx.part"), new byte[] {1});

    Baddle.Run undo = baddle.run("amend", "--undo", "out/journal.csv", "--dry-run");
    assertThat(undo.out()).contains("1 cell would be changed in 1 of 2 files");
    assertThat(baddle.run(amend).status()).isZero();
    assertThat(Files.readAllBytes(folder.resolve("out/b.xlsx"))).isEqualTo(whole);
    assertThat(folder.resolve("out/.b.xlsx.part")).doesNotExist();
    assertThat(baddle.run("amend", "--undo", "out/journal.csv").out())
        .contains("2 cells changed in 2 of 2 files");
  }

  @Test
  void nothing_is_in_its_place_before_the_journal_is() throws Exception {
    Files.createDirectories(folder.resolve("out"));
    Files.createDirectories(folder.resolve("journal.csv"));
    Baddle.Run run =
        baddle.run(
            "amend", "in", "--out", "out", "--journal", "journal.csv", "--set", "Form!B1=New");
    assertThat(run.status()).isNotZero();
    assertThat(folder.resolve("out")).isEmptyDirectory();
  }

  @Test
  void a_workbook_that_was_sent_again_is_not_mixed_with_its_old_copy() throws Exception {
    baddle.run("amend", "in/a.xlsx", "--out", "out", "--set", "Form!B1=First");
    Files.copy(
        folder.resolve("in/b.xlsx"),
        folder.resolve("in/a.xlsx"),
        StandardCopyOption.REPLACE_EXISTING);
    Baddle.Run run = baddle.run("amend", "in/a.xlsx", "--out", "out", "--set", "Form!B2=2");
    assertThat(run.status()).isEqualTo(1);
    assertThat(run.err()).contains("has changed since out/a.xlsx was made of it; undo that");
  }

  @Test
  void what_is_open_elsewhere_stays_and_the_others_are_changed() throws Exception {
    baddle.run("amend", "in", "--out", "out", "--set", "Form!B1=First");
    Files.write(folder.resolve("out/~$a.xlsx"), new byte[0]);
    Baddle.Run run = baddle.run("amend", "in", "--out", "out", "--set", "Form!B1=Second");
    assertThat(run.err()).contains("out/a.xlsx is open in another program, for ~$a.xlsx is there");
    assertThat(shown("out/a.xlsx", "Form", 0, 1)).isEqualTo("First");
    assertThat(shown("out/b.xlsx", "Form", 0, 1)).isEqualTo("Second");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Form!B2=123456789012345678 | has more than the 15 digits that a workbook keeps of a number",
        "Prices!Price where Code = '231' -> 4 | the heading Price is there twice, at B2 and D2",
      })
  void what_cannot_be_done_exactly_is_refused(String set, String reason) throws Exception {
    try (XSSFWorkbook workbook = read("in/a.xlsx")) {
      workbook.getSheet("Prices").getRow(1).createCell(3).setCellValue("Price");
      try (OutputStream out = Files.newOutputStream(folder.resolve("in/a.xlsx"))) {
        workbook.write(out);
      }
    }
    Baddle.Run run = baddle.run("amend", "in/a.xlsx", "--out", "out", "--set", set);
    assertThat(run.status()).isEqualTo(1);
    assertThat(run.err()).contains(reason);
    assertThat(folder.resolve("out/a.xlsx")).doesNotExist();
  }

  @Test
  void a_heading_of_a_table_changes_in_the_table_too_unless_a_formula_names_it() throws Exception {
    try (XSSFWorkbook workbook = read("in/a.xlsx")) {
      XSSFSheet prices = workbook.getSheet("Prices");
      prices.createTable(new AreaReference(new CellReference("A2"), new CellReference("C4"), null));
      prices.getTables().get(0).setName("list");
      prices.getTables().get(0).setDisplayName("list");
      try (OutputStream out = Files.newOutputStream(folder.resolve("in/a.xlsx"))) {
        workbook.write(out);
      }
    }
    String[] amend = {"amend", "in/a.xlsx", "--out", "out", "--set", "Prices!B2=Cost"};
    assertThat(baddle.run(amend).err()).isEmpty();
    try (XSSFWorkbook workbook = read("out/a.xlsx")) {
      assertThat(workbook.getTable("list").getColumns().get(1).getName()).isEqualTo("Cost");
    }
    baddle.run("amend", "--undo", "out/journal.csv");
    try (XSSFWorkbook workbook = read("out/a.xlsx")) {
      assertThat(workbook.getTable("list").getColumns().get(1).getName()).isEqualTo("Price");
    }
    amend[5] = "Prices!B2=kind";
    assertThat(baddle.run(amend).err()).contains("kind is a heading of the table already");
    amend[5] = "Prices!B2=4";
    assertThat(baddle.run(amend).err())
        .contains("Prices!B2, a heading of table list: it has to be");
    try (XSSFWorkbook workbook = read("in/a.xlsx")) {
      workbook.getSheet("Form").createRow(9).createCell(0).setCellFormula("SUM(list[Price])");
      try (OutputStream out = Files.newOutputStream(folder.resolve("in/a.xlsx"))) {
        workbook.write(out);
      }
    }
    amend[3] = "again";
    amend[5] = "Prices!B2=Cost";
    assertThat(baddle.run(amend).err()).contains("the formula =SUM(list[Price]) names it");
  }
}
