package baddle.formats.xlsx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.Formats;
import baddle.formats.GridText;
import baddle.formats.number.NumberFormats;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.SheetVisibility;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class XlsxFileTests {

  @TempDir Path folder;

  private Path write(Workbook workbook) throws IOException {
    Path file = folder.resolve("in.xlsx");
    try (OutputStream out = Files.newOutputStream(file)) {
      workbook.write(out);
    }
    return file;
  }

  @Test
  void reads_what_another_writer_wrote() throws IOException {
    try (Workbook workbook = new XSSFWorkbook()) {
      org.apache.poi.ss.usermodel.Sheet sheet = workbook.createSheet("Data");
      org.apache.poi.ss.usermodel.Row row = sheet.createRow(2);
      row.createCell(1).setCellValue("text  with\nbreak");
      row.createCell(2).setCellValue(0.1 + 0.2);
      row.createCell(4).setCellValue(true);
      row.createCell(5).setCellErrorValue((byte) 42);
      dated(workbook, row.createCell(6), "dd/mm/yyyy", LocalDateTime.of(2026, 3, 14, 0, 0));
      dated(workbook, row.createCell(7), "yyyy-mm-dd hh:mm", LocalDateTime.of(2026, 3, 14, 9, 30));
      Cell formula = row.createCell(8);
      formula.setCellFormula("\"a\"&\"b\"");
      workbook.getCreationHelper().createFormulaEvaluator().evaluateFormulaCell(formula);

      assertThat(GridText.of(write(workbook)))
          .containsExactly(
              "3:  | text  with\nbreak | NUMBER 0.30000000000000004 |  | BOOLEAN true"
                  + " | ERROR #N/A | DATE 2026-03-14 | DATE 2026-03-14T09:30 | ab");
    }
  }

  private static void dated(Workbook workbook, Cell cell, String format, LocalDateTime value) {
    CellStyle style = workbook.createCellStyle();
    style.setDataFormat(workbook.createDataFormat().getFormat(format));
    cell.setCellStyle(style);
    cell.setCellValue(value);
  }

  @Test
  void tells_visible_sheets_from_hidden_ones() throws IOException {
    try (Workbook workbook = new XSSFWorkbook()) {
      workbook.createSheet("A");
      workbook.createSheet("B");
      workbook.createSheet("C");
      workbook.setSheetVisibility(1, SheetVisibility.HIDDEN);
      workbook.setSheetVisibility(2, SheetVisibility.VERY_HIDDEN);

      try (GridFile file = new Formats().open(write(workbook), Dialect.TOLD_BY_CONTENT)) {
        assertThat(file.sheets()).extracting(GridSheet::name).containsExactly("A", "B", "C");
        assertThat(file.sheets())
            .extracting(GridSheet::visible)
            .containsExactly(true, false, false);
      }
    }
  }

  private Path zip(Map<String, String> parts) throws IOException {
    Path file = folder.resolve("made.xlsx");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, String> part : parts.entrySet()) {
        zip.putNextEntry(new ZipEntry(part.getKey()));
        zip.write(part.getValue().getBytes(StandardCharsets.UTF_8));
      }
    }
    return file;
  }

  private Path workbook(String namespace, String properties, String sheetData) throws IOException {
    String relations = "http://schemas.openxmlformats.org/package/2006/relationships";
    Map<String, String> parts = new LinkedHashMap<>();
    parts.put(
        "_rels/.rels",
        "<Relationships xmlns='"
            + relations
            + "'><Relationship Id='r1' Type='x/officeDocument' Target='/book/main.xml'/>"
            + "</Relationships>");
    parts.put(
        "book/main.xml",
        "<workbook xmlns='"
            + namespace
            + "' xmlns:r='rel'>"
            + properties
            + "<sheets><sheet name='S' sheetId='1' r:id='r1'/></sheets></workbook>");
    parts.put(
        "book/_rels/main.xml.rels",
        "<Relationships xmlns='"
            + relations
            + "'><Relationship Id='r1' Type='x/worksheet' Target='sheets/../one.xml'/>"
            + "<Relationship Id='r2' Type='x/sharedStrings' Target='texts.xml'/>"
            + "<Relationship Id='r3' Type='x/styles' Target='styles.xml'/></Relationships>");
    parts.put(
        "book/texts.xml",
        "<sst xmlns='"
            + namespace
            + "'><si><t>pl<!-- no -->ain</t></si><si><r><t>ri</t></r><r><t xml:space='preserve'>ch _x0041_"
            + "</t></r><rPh><t>no</t></rPh></si></sst>");
    parts.put(
        "book/styles.xml",
        "<styleSheet xmlns='"
            + namespace
            + "'><cellStyleXfs><xf numFmtId='14'/></cellStyleXfs>"
            + "<cellXfs><xf numFmtId='0'/><xf numFmtId='14'/></cellXfs></styleSheet>");
    parts.put(
        "book/one.xml",
        "<worksheet xmlns='"
            + namespace
            + "'><sheetData>"
            + sheetData
            + "</sheetData></worksheet>");
    return zip(parts);
  }

  private static final String STRICT = "http://purl.oclc.org/ooxml/spreadsheetml/main";

  @Test
  void reads_strict_parts_and_cells_without_addresses() throws IOException {
    Path file =
        workbook(
            STRICT,
            "",
            "<row><c t='s'><v>0</v></c><c t='s'><v>1</v></c><c/><c t='inlineStr'><is><t>in_x000D_"
                + "</t></is></c></row><row r='5'><c r='B5' t='d'><v>2026-03-14</v></c>"
                + "<c s='1'><v>61</v></c><c s='1'><v>59</v></c><c t='str'><f>A1</f><v>s</v></c>"
                + "<c><v>12345678901234567890</v></c></row>");

    assertThat(GridText.of(file))
        .containsExactly(
            "1: plain | rich A |  | in",
            "5:  | DATE 2026-03-14 | DATE 1900-03-01 | DATE 1900-02-28 | s"
                + " | NUMBER 12345678901234567890");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<c><v>1</v></c> | NUMBER 1",
        "<c t='n'><v>-1.50E2</v></c> | NUMBER -1.50E2",
        "<c t='b'><v>1</v></c> | BOOLEAN true",
        "<c t='b'><v>0</v></c> | BOOLEAN false",
        "<c t='e'><v>#REF!</v></c> | ERROR #REF!",
        "<c t='d'><v>2026-03-14</v></c> | DATE 2026-03-14",
        "<c t='str'><f>A1</f><v>4711</v></c> | 4711",
        "<c t='s'><v>0</v></c> | plain",
        "<c t='inlineStr'><is><t>in</t></is></c> | in",
        "<c t='unheard of'><v>1</v></c> | 1",
        "<c t=''><v>1</v></c> | 1",
        "<c r='A1' s='1' t='n' cm='1' vm='2'><v>46082</v></c> | DATE 2026-03-01",
        "<c vm='2' t='n' s='1' r='A1'><v>046082</v></c> | DATE 2026-03-01",
        "<c s='1'><v>46082.25</v></c> | DATE 2026-03-01T06:00",
        "<c s='1'><v>4.6082E4</v></c> | DATE 2026-03-01",
        "<c s='1'><v>0</v></c> | NUMBER 0",
        "<c s='1'><v>60</v></c> | NUMBER 60",
        "<c s='1'><v>-3</v></c> | NUMBER -3",
        "<c s='1'><v>99999999</v></c> | NUMBER 99999999",
        "<c s='1' t='s'><v>0</v></c> | plain",
        "<c s='7'><v>46082</v></c> | NUMBER 46082",
        "<x:c xmlns:x='http://purl.oclc.org/ooxml/spreadsheetml/main'><x:v>1</x:v></x:c> | NUMBER 1",
        "<c><f>v</f><v>1<!-- no -->2</v></c> | NUMBER 12",
        "<c><v><![CDATA[1]]></v></c> | NUMBER 1",
      })
  void a_cell_is_what_its_type_and_style_say(String cell, String read) throws IOException {
    assertThat(GridText.of(workbook(STRICT, "", "<row>" + cell + "</row>")))
        .containsExactly("1: " + read);
  }

  @Test
  void counts_days_from_1904_where_the_workbook_does() throws IOException {
    Path file =
        workbook(STRICT, "<workbookPr date1904='1'/>", "<row><c s='1'><v>44633.5</v></c></row>");

    assertThat(GridText.of(file)).containsExactly("1: DATE 2026-03-14T12:00");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<row><c t='s'><v>7</v></c></row> | a cell refers to a text that isn't there",
        "<row r='2'/><row r='1'/> | rows are not in order",
        "<row><c r='B1'/><c r='A1'/></row> | cells are not in order",
        "<row><c> | part book/one.xml of the workbook is damaged",
      })
  void says_what_is_wrong_with_a_broken_sheet(String data, String message) throws IOException {
    Path file = workbook(STRICT, "", data);

    assertThatThrownBy(() -> GridText.of(file))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining(message);
  }

  @ParameterizedTest
  @CsvSource({
    "yyyy-mm-dd, true",
    "d mmm, true",
    "'[$-409]d/m/yy h:mm', true",
    "'#\\,##0', false",
    "'0.00 \"days\"', false",
    "'[Red]0.00', false",
    "General, false",
    "'0_d', false",
    "'0;\"d\"d', false",
  })
  void tells_formats_of_dates_from_those_of_numbers(String code, boolean date) {
    assertThat(NumberFormats.isDate(200, code)).isEqualTo(date);
  }

  @Test
  void knows_files_by_content() throws IOException {
    Path text = Files.writeString(folder.resolve("text.xlsx"), "a,b\n1,2\n");
    Path other = zip(Map.of("a.txt", "hello"));
    Path old = Files.write(folder.resolve("old.xls"), new byte[] {-48, -49, 17, -32, 1, 2});

    assertThat(GridText.of(text)).containsExactly("1: a | b", "2: 1 | 2");
    assertThatThrownBy(() -> GridText.of(other)).hasMessage("a zip file, but no workbook inside");
    assertThatThrownBy(() -> GridText.of(old)).hasMessageContaining("a damaged workbook");
  }

  @Test
  void writes_what_it_reads_back() throws IOException {
    Path file = folder.resolve("out.xlsx");
    try (OutputStream out = Files.newOutputStream(file);
        XlsxWriter writer = new XlsxWriter(out, "a/b: too long a name for a sheet, by far")) {
      baddle.formats.xlsx.CellStyle plain = baddle.formats.xlsx.CellStyle.PLAIN;
      writer.text(0, 0, "x & <y>", plain.withBold());
      writer.number(
          0, 1, new BigDecimal("1234567.10"), "1,234,567.10", plain.withPattern("#,##0.00"));
      writer.date(0, 2, LocalDate.of(2026, 3, 14), plain);
      writer.nextSheet("Second");
      writer.text(0, 0, "here", plain);
    }

    assertThat(GridText.of(file))
        .containsExactly("1: x & <y> | NUMBER 1234567.10 | DATE 2026-03-14");
    try (GridFile read = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      assertThat(read.sheets())
          .extracting(GridSheet::name)
          .isEqualTo(List.of("a b  too long a name for a shee", "Second"));
    }
  }

  @Test
  void a_workbook_with_macros_is_read_like_any_other() throws IOException {
    Path file = workbook(STRICT, "", "<row><c t='s'><v>0</v></c></row>");
    Path renamed = Files.copy(file, folder.resolve("made.xlsm"));

    try (GridFile opened = new Formats().open(renamed, Dialect.TOLD_BY_CONTENT)) {
      assertThat(opened.oddities()).isEmpty();
      assertThat(GridText.of(opened.sheets().get(0), 9)).containsExactly("1: plain");
    }
  }

  @Test
  void knows_tables_names_hidden_rows_and_times() throws IOException {
    Path file = folder.resolve("tables.xlsx");
    try (OutputStream out = Files.newOutputStream(file);
        org.dhatim.fastexcel.Workbook workbook =
            new org.dhatim.fastexcel.Workbook(out, "test", "1.0")) {
      org.dhatim.fastexcel.Worksheet sheet = workbook.newWorksheet("It's here");
      sheet.value(2, 1, "Hours");
      sheet.value(3, 1, 1.5625);
      sheet.style(3, 1).format("[h]:mm").set();
      sheet.value(4, 1, 0.25);
      sheet.style(4, 1).format("hh:mm:ss").set();
      sheet.hideRow(4);
      sheet.range(2, 1, 4, 1).createTable("Hours").setDisplayName("hours_table");
      sheet.range(2, 1, 4, 1).setName("hours_range");
    }

    try (GridFile opened = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      assertThat(GridText.of(opened.sheets().get(0), 9))
          .containsExactly("3:  | Hours", "4:  | TIME 37:30:00", "5 hidden:  | TIME 06:00:00");
      assertThat(opened.names())
          .extracting(name -> name.name() + " " + name.sheet() + " " + name.range() + name.table())
          .containsExactlyInAnyOrder(
              "hours_table It's here B3:B5true", "hours_range It's here B3:B5false");
    }
  }
}
