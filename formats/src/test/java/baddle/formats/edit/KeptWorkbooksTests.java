package baddle.formats.edit;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.grid.CellKind;
import baddle.formats.WorkbookValidity;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Workbooks by several writers: what isn't concerned stays. */
class KeptWorkbooksTests {

  @TempDir Path folder;

  private Path copied(String name) throws IOException {
    Path file = folder.resolve(name);
    try (InputStream in = KeptWorkbooksTests.class.getResourceAsStream("../independent/" + name)) {
      Files.copy(in, file);
    }
    return file;
  }

  private Path edited(Path before, WorkbookEdit edit) throws IOException {
    Path after = folder.resolve("after.xlsx");
    try (OwnWorkbook workbook = OwnWorkbooks.open(before);
        OutputStream out = Files.newOutputStream(after)) {
      workbook.write(edit, out);
    }
    return after;
  }

  /** The parts that differ, are new or gone. */
  private static Set<String> differing(Path before, Path after) throws IOException {
    Map<String, String> was = ZipParts.of(before);
    Map<String, String> is = ZipParts.of(after);
    Set<String> names = new HashSet<>(was.keySet());
    names.addAll(is.keySet());
    names.removeIf(name -> was.containsKey(name) && was.get(name).equals(is.get(name)));
    return names;
  }

  @ParameterizedTest
  @CsvSource({
    "kept-1.xlsx,Plain,xl/worksheets/sheet3.xml",
    "kept-2.xlsm,Plain,xl/worksheets/sheet3.xml",
    "kept-3.xlsx,Plain,xl/worksheets/sheet2.xml",
    "book.xlsx,,xl/worksheets/sheet1.xml",
  })
  void one_cell_changes_one_part_and_what_asks_to_be_computed(
      String name, String sheet, String part) throws Exception {
    Path before = copied(name);
    assertThat(differing(before, edited(before, new WorkbookEdit()))).isEmpty();
    String of;
    try (OwnWorkbook workbook = OwnWorkbooks.open(before)) {
      of = sheet == null ? workbook.sheets().get(0) : sheet;
    }
    WorkbookEdit edit = new WorkbookEdit();
    edit.put(of, ZipParts.at("Z77"), new CellContent.Text("<y>"));
    Path after = edited(before, edit);

    assertThat(differing(before, after)).isSubsetOf(part, "xl/workbook.xml").contains(part);
    String was = ZipParts.of(before).get(part);
    String is = ZipParts.of(after).get(part);
    String cell = "<c r=\"Z77\" t=\"inlineStr\"><is><t>&lt;y&gt;</t></is></c>";
    assertThat(is).contains(cell);
    assertThat(
            is.replaceFirst("<row r=\"77\">.*?</row>", "")
                .replaceFirst("<dimension ref=\"[^\"]*\" ?/>", "")
                .replaceFirst("<v>[^<]*</v></c></row></sheetData>", ""))
        .isEqualTo(
            was.replaceFirst("<dimension ref=\"[^\"]*\" ?/>", "")
                .replaceFirst("<v>[^<]*</v></c></row></sheetData>", ""));
    try (OwnWorkbook workbook = OwnWorkbooks.open(after)) {
      assertThat(workbook.see(of, any -> true).cell(ZipParts.at("Z77")).text()).isEqualTo("<y>");
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"kept-1.xlsx", "kept-2.xlsm", "kept-3.xlsx"})
  void a_copied_template_is_whole_and_results_are_right_or_gone(String name) throws Exception {
    Path before = copied(name);
    WorkbookEdit edit = new WorkbookEdit();
    edit.copy(
        new WorkbookEdit.Copy(
            "Template", "Feb", new WorkbookEdit.Place(Optional.of("Template"), true)));
    edit.put("Feb", ZipParts.at("B3"), new CellContent.Amount(new BigDecimal("10")));
    edit.put("Template", ZipParts.at("B4"), new CellContent.Amount(new BigDecimal("100.01")));
    Path after = edited(before, edit);

    for (String part : differing(before, after)) {
      assertThat(part)
          .doesNotContain("media", "theme", ".bin", "docProps", "sharedStrings", "styles");
    }
    try (XSSFWorkbook workbook = new XSSFWorkbook(Files.newInputStream(after))) {
      XSSFSheet template = workbook.getSheet("Template");
      XSSFSheet copy = workbook.getSheet("Feb");
      assertThat(workbook.getSheetIndex("Feb")).isEqualTo(1);
      assertThat(copy.isSelected()).isFalse();
      template.forEach(
          row ->
              row.forEach(
                  cell -> {
                    String own = copy.getRow(row.getRowNum()).getCell(cell.getColumnIndex()) + "";
                    String same = cell.toString().replace("Template!", "'Feb'!");
                    boolean changed = Set.of("B3", "B4").contains(cell.getAddress().toString());
                    assertThat(own.replace("Feb!", "'Feb'!"))
                        .isEqualTo(changed ? own : same.replace("Feb!", "'Feb'!"));
                  }));
      assertThat(copy.getRow(5).getCell(1).getRawValue())
          .matches(was -> was == null || was.equals("12.25"));
      assertThat(template.getRow(5).getCell(1).getRawValue())
          .matches(was -> was == null || was.equals("101.51"));
      assertThat(copy.getRow(2).getCell(0).getCellComment().getString().getString())
          .contains("look here");
      assertThat(copy.getDataValidations()).hasSameSizeAs(template.getDataValidations());
      assertThat(copy.getSheetConditionalFormatting().getNumConditionalFormattings())
          .isEqualTo(template.getSheetConditionalFormatting().getNumConditionalFormattings());
      assertThat(copy.getMergedRegions()).isEqualTo(template.getMergedRegions());
      workbook.forEach(
          sheet ->
              sheet.forEach(
                  row ->
                      row.forEach(
                          cell ->
                              assertThat(cell.getCellType() == CellType.ERROR ? "an error" : "none")
                                  .isEqualTo("none"))));
    }
    Set<String> targets = ZipParts.of(after).keySet();
    assertThat(targets).doesNotContain("xl/calcChain.xml");
    if (name.equals("kept-1.xlsx")) {
      WorkbookValidity.check(after);
    }
  }

  /** Random cells changed in random sheets: those are what they should be, all others as before. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void what_was_put_is_read_back_and_all_else_is_as_before(int seed) throws Exception {
    Random random = new Random(seed);
    Path before = folder.resolve("random.xlsx");
    boolean fast = random.nextBoolean();
    if (fast) {
      try (OutputStream out = Files.newOutputStream(before);
          XlsxWriter writer = new XlsxWriter(out, "s")) {
        for (int i = 0; i < 300; i++) {
          writer.text(random.nextInt(60), random.nextInt(12), "ä <" + i + ">", CellStyle.PLAIN);
          writer.number(
              random.nextInt(60),
              random.nextInt(12),
              BigDecimal.valueOf(i, 1),
              "",
              CellStyle.PLAIN);
        }
      }
    } else {
      try (XSSFWorkbook workbook = new XSSFWorkbook();
          OutputStream out = Files.newOutputStream(before)) {
        XSSFSheet sheet = workbook.createSheet("s");
        for (int i = 0; i < 300; i++) {
          int row = random.nextInt(60);
          if (sheet.getRow(row) == null) {
            sheet.createRow(row);
          }
          sheet.getRow(row).createCell(random.nextInt(12)).setCellValue("ä <" + i + ">");
        }
        workbook.write(out);
      }
    }
    Map<CellAt, SeenCell> expected;
    WorkbookEdit edit = new WorkbookEdit();
    Map<CellAt, CellContent> put = new TreeMap<>();
    try (OwnWorkbook workbook = OwnWorkbooks.open(before)) {
      expected = new TreeMap<>(workbook.see("s", any -> true).cells());
    }
    for (int i = 0; i < 120; i++) {
      CellAt at = new CellAt(1 + random.nextInt(70), random.nextInt(14));
      CellContent content =
          switch (random.nextInt(4)) {
            case 0 -> new CellContent.Amount(BigDecimal.valueOf(random.nextLong(), 3));
            case 1 -> new CellContent.Text("t&" + random.nextInt());
            case 2 -> new CellContent.Truth(random.nextBoolean());
            default -> new CellContent.Blank();
          };
      edit.put("s", at, content);
      put.put(at, content);
    }
    Path after = edited(before, edit);

    put.keySet().forEach(expected::remove);
    WorkbookValidity.check(after);
    try (OwnWorkbook workbook = OwnWorkbooks.open(after)) {
      Map<CellAt, SeenCell> is = new TreeMap<>(workbook.see("s", any -> true).cells());
      for (Map.Entry<CellAt, CellContent> cell : put.entrySet()) {
        SeenCell read = is.remove(cell.getKey());
        if (cell.getValue() instanceof CellContent.Blank) {
          assertThat(read == null || read.isBlank()).isTrue();
        } else if (cell.getValue() instanceof CellContent.Text text) {
          assertThat(read.text()).isEqualTo(text.value());
        } else if (cell.getValue() instanceof CellContent.Truth truth) {
          assertThat(read.text()).isEqualTo(String.valueOf(truth.value()));
        } else {
          assertThat(read.kind()).isEqualTo(CellKind.NUMBER);
        }
      }
      assertThat(is).isEqualTo(expected);
    }
    try (XSSFWorkbook workbook = new XSSFWorkbook(Files.newInputStream(after))) {
      put.forEach(
          (at, content) -> {
            if (content instanceof CellContent.Amount amount) {
              assertThat(
                      workbook
                          .getSheet("s")
                          .getRow(at.row() - 1)
                          .getCell(at.column())
                          .getRawValue())
                  .isEqualTo(amount.value().toPlainString());
            }
          });
    }
  }
}
