package baddle.formats.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.apache.poi.ss.util.AreaReference;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A workbook that a program would offer to repair isn't put in its place. */
class WorkbookProofTests {

  @TempDir private Path folder;
  private Path before;
  private Path after;

  @BeforeEach
  void write() throws Exception {
    before = folder.resolve("before.xlsx");
    after = folder.resolve("after.xlsx");
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(before)) {
      workbook.createSheet("One").createRow(0).createCell(0).setCellValue("a");
      workbook.getSheet("One").getRow(0).createCell(1).setCellValue("b");
      workbook.getSheet("One").createRow(1).createCell(1).setCellValue("c");
      workbook
          .getSheet("One")
          .createTable(new AreaReference(new CellReference("A1"), new CellReference("B2"), null));
      workbook.createSheet("Two");
      workbook.createName().setNameName("first");
      workbook.getName("first").setRefersToFormula("One!$A$1");
      workbook.write(out);
    }
    Files.copy(before, after, StandardCopyOption.REPLACE_EXISTING);
  }

  private void change(Path workbook, String part, String from, String to) throws Exception {
    try (FileSystem zip = FileSystems.newFileSystem(workbook)) {
      Path path = zip.getPath(part);
      String text = Files.readString(path);
      assertThat(text).contains(from);
      Files.write(path, text.replace(from, to).getBytes(StandardCharsets.UTF_8));
    }
  }

  @Test
  void a_sound_workbook_is_fine() {
    assertThatCode(() -> WorkbookProof.check(after, before)).doesNotThrowAnyException();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "xl/workbook.xml | r:id=\"rId | q:id=\"rId | part xl/workbook.xml of the workbook is damaged",
        "xl/workbook.xml | </sheets> | | part xl/workbook.xml of the workbook is damaged",
        "xl/workbook.xml | name=\"Two\" | name=\"ONE\" | has sheet name one twice",
        "xl/workbook.xml | sheetId=\"2\" | sheetId=\"1\" | has sheet number 1 twice",
        "xl/workbook.xml | <definedName name | <definedName localSheetId=\"7\" name | sheet 7, which",
        "xl/_rels/workbook.xml.rels | sheet2.xml | sheet9.xml | xl/worksheets/sheet9.xml, which isn't",
        "[Content_Types].xml | sheet2.xml | sheet9.xml | xl/worksheets/sheet9.xml, which isn't there",
        "xl/worksheets/sheet1.xml | r=\"2\" | r=\"1\" | has row 1 twice",
        "xl/tables/table1.xml | name=\"b\" | name=\"A\" | has heading a twice",
      })
  void what_is_wrong_is_told_with_its_part(String part, String from, String to, String problem)
      throws Exception {
    change(after, part, from, to == null ? "" : to);

    assertThatThrownBy(() -> WorkbookProof.check(after, before))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("isn't put in its place")
        .hasMessageContaining(problem);
    change(before, part, from, to == null ? "" : to);
    assertThatCode(() -> WorkbookProof.check(after, before)).doesNotThrowAnyException();
  }
}
