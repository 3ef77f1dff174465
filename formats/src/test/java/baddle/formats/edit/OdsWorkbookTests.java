package baddle.formats.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Workbooks of ISO/IEC 26300 that are written anew with some cells changed. */
class OdsWorkbookTests {

  private static final String HEAD =
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
          + "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
          + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
          + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\""
          + " xmlns:style=\"urn:oasis:names:tc:opendocument:xmlns:style:1.0\""
          + " xmlns:dc=\"http://purl.org/dc/elements/1.1/\""
          + " xmlns:calcext=\"urn:org:documentfoundation:names:experimental:calc:xmlns:calcext:1.0\">";

  private static final String KEPT =
      HEAD
          + "<office:automatic-styles><style:style style:name=\"open\" style:family=\"table-cell\">"
          + "<style:table-cell-properties style:cell-protect=\"none\"/></style:style>"
          + "</office:automatic-styles><office:body><office:spreadsheet>"
          + "<table:table table:name=\"Template\" table:protected=\"true\""
          + " table:print-ranges=\"Template.A1:Template.C7\">"
          + "<table:table-column table:number-columns-repeated=\"3\"/>"
          + "<table:table-row><table:table-cell table:number-columns-spanned=\"2\""
          + " office:value-type=\"string\"><text:p>Site &amp; more</text:p></table:table-cell>"
          + "<table:covered-table-cell/></table:table-row>"
          + "<table:table-row table:number-rows-repeated=\"3\" table:style-name=\"r\">"
          + "<table:table-cell office:value-type=\"string\"><text:p>Ash</text:p></table:table-cell>"
          + "<table:table-cell table:style-name=\"open\" office:value-type=\"float\""
          + " office:value=\"1.5\"><office:annotation><dc:creator>x</dc:creator><text:p>note</text:p>"
          + "</office:annotation><text:p>1.50</text:p></table:table-cell>"
          + "<table:table-cell table:number-columns-repeated=\"1000\"/></table:table-row>"
          + "<table:table-row><table:table-cell/><table:table-cell"
          + " table:formula=\"of:=SUM([.B2:.B4])\" office:value-type=\"float\" office:value=\"4.5\">"
          + "<text:p>4.50</text:p></table:table-cell><table:table-cell"
          + " table:formula=\"of:=[$Template.B5]*2-[.B2]\" office:value-type=\"float\""
          + " office:value=\"7.5\"><text:p>7.5</text:p></table:table-cell></table:table-row>"
          + "<table:table-row table:number-rows-repeated=\"1048571\"><table:table-cell"
          + " table:number-columns-repeated=\"1024\"/></table:table-row>"
          + "<calcext:conditional-formats><calcext:conditional-format"
          + " calcext:target-range-address=\"Template.B2:Template.B4\"/>"
          + "</calcext:conditional-formats></table:table>"
          + "<table:table table:name=\"It's\"><table:table-row><table:table-cell"
          + " table:formula=\"of:=[Template.B5]/2;\" office:value-type=\"float\""
          + " office:value=\"2.25\"><text:p>2.25</text:p></table:table-cell><table:table-cell"
          + " table:formula=\"of:=MEDIAN([Template.B2:.B4])\" office:value-type=\"float\""
          + " office:value=\"1.5\"><text:p>1.5</text:p></table:table-cell></table:table-row>"
          + "</table:table><table:named-expressions><table:named-range table:name=\"total\""
          + " table:cell-range-address=\"$Template.$B$5\"/></table:named-expressions>"
          + "</office:spreadsheet></office:body></office:document-content>";

  @TempDir Path folder;

  private Path write(String content) throws IOException {
    Path file = folder.resolve("before.ods");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, String> part :
          Map.of(
                  "mimetype", "application/vnd.oasis.opendocument.spreadsheet",
                  "content.xml", content.replace("/2;\"", "/2\""),
                  "settings.xml", "<settings/>")
              .entrySet()) {
        zip.putNextEntry(new ZipEntry(part.getKey()));
        zip.write(part.getValue().getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
      }
    }
    return file;
  }

  private Path edited(Path before, WorkbookEdit edit) throws IOException {
    Path after = folder.resolve("after.ods");
    try (OwnWorkbook workbook = OwnWorkbooks.open(before);
        OutputStream out = Files.newOutputStream(after)) {
      workbook.write(edit, out);
    }
    return after;
  }

  @Test
  void only_what_is_meant_changes_in_rows_and_cells_that_are_repeated() throws Exception {
    Path before = write(KEPT);
    assertThat(ZipParts.of(edited(before, new WorkbookEdit()))).isEqualTo(ZipParts.of(before));
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("Template", ZipParts.at("B3"), new CellContent.Amount(new BigDecimal("2.25")));
    edit.put("Template", ZipParts.at("E3"), new CellContent.Text(" a  b"));
    Path after = edited(before, edit);

    String row =
        "<table:table-row%s table:style-name=\"r\"><table:table-cell office:value-type=\"string\">"
            + "<text:p>Ash</text:p></table:table-cell><table:table-cell table:style-name=\"open\"%s"
            + "><office:annotation><dc:creator>x</dc:creator><text:p>note</text:p>"
            + "</office:annotation><text:p>%s</text:p></table:table-cell>%s</table:table-row>";
    String plain = "<table:table-cell table:number-columns-repeated=\"1000\"/>";
    String float15 = " office:value-type=\"float\" office:value=\"1.5\"";
    assertThat(ZipParts.of(after).get("content.xml"))
        .isEqualTo(
            ZipParts.of(before)
                .get("content.xml")
                .replace(
                    row.formatted(" table:number-rows-repeated=\"3\"", float15, "1.50", plain),
                    row.formatted("", float15, "1.50", plain)
                        + row.formatted(
                            "",
                            " office:value-type=\"float\" office:value=\"2.25\"",
                            "2.25",
                            "<table:table-cell table:number-columns-repeated=\"2\"/>"
                                + "<table:table-cell office:value-type=\"string\"><text:p><text:s"
                                + " text:c=\"1\"/>a<text:s text:c=\"2\"/>b</text:p></table:table-cell>"
                                + "<table:table-cell table:number-columns-repeated=\"997\"/>")
                        + row.formatted("", float15, "1.50", plain))
                .replace(
                    " office:value=\"4.5\"><text:p>4.50<", " office:value=\"5.25\"><text:p>5.25<")
                .replace(
                    " office:value=\"7.5\"><text:p>7.5<", " office:value=\"9.00\"><text:p>9.00<")
                .replace(
                    " office:value=\"2.25\"><text:p>2.25</text:p></table:table-cell><table:table-cell"
                        + " table:formula=\"of:=MEDIAN([Template.B2:.B4])\""
                        + " office:value-type=\"float\" office:value=\"1.5\"><text:p>1.5</text:p>",
                    " office:value=\"2.625\"><text:p>2.625</text:p></table:table-cell>"
                        + "<table:table-cell"
                        + " table:formula=\"of:=MEDIAN([Template.B2:.B4])\">"));
  }

  @Test
  void a_sheet_is_copied_with_what_is_its_own() throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.copy(
        new WorkbookEdit.Copy(
            "Template", "Feb '26", new WorkbookEdit.Place(Optional.of("Template"), true)));
    edit.put("Feb '26", ZipParts.at("B4"), new CellContent.Amount(BigDecimal.TEN));
    edit.put("Feb '26", ZipParts.at("A9"), new CellContent.Day(LocalDate.of(2026, 2, 28)));
    Path after = edited(write(KEPT), edit);

    try (OwnWorkbook workbook = OwnWorkbooks.open(after)) {
      assertThat(workbook.sheets()).containsExactly("Template", "Feb '26", "It's");
      SeenSheet copy = workbook.see("Feb '26", any -> true);
      assertThat(copy.cell(ZipParts.at("B4")).text()).isEqualTo("10");
      assertThat(copy.cell(ZipParts.at("B3")).text()).isEqualTo("1.5");
      assertThat(copy.cell(ZipParts.at("B5")).text()).isEqualTo("13");
      assertThat(copy.cell(ZipParts.at("C5")).text()).isEqualTo("24.5");
      assertThat(copy.cell(ZipParts.at("C5")).formula()).isEqualTo("of:=[$'Feb ''26'.B5]*2-[.B2]");
      assertThat(copy.cell(ZipParts.at("A9")).text()).isEqualTo("2026-02-28");
      assertThat(copy.cell(ZipParts.at("A9")).kind()).isEqualTo(CellKind.DATE);
      assertThat(copy.isProtected()).isTrue();
      assertThat(copy.cell(ZipParts.at("B2")).locked()).isFalse();
      assertThat(copy.cell(ZipParts.at("A2")).locked()).isTrue();
      assertThat(copy.mergedInto(ZipParts.at("B1"))).contains(ZipParts.at("A1"));
      assertThat(workbook.see("Template", any -> true).cell(ZipParts.at("B5")).text())
          .isEqualTo("4.5");
    }
    assertThat(ZipParts.of(after).get("content.xml"))
        .contains("table:print-ranges=\"'Feb &apos;&apos;26'.A1:'Feb &apos;&apos;26'.C7\"")
        .contains(
            "calcext:target-range-address=\"'Feb &apos;&apos;26'.B2:'Feb &apos;&apos;26'.B4\"")
        .contains("table:cell-range-address=\"$Template.$B$5\"");
  }

  @Test
  void the_office_suites_workbook_stays_as_it_is_but_for_the_cell() throws Exception {
    Path before = folder.resolve("book.ods");
    try (InputStream in = OdsWorkbookTests.class.getResourceAsStream("../independent/book.ods")) {
      Files.copy(in, before);
    }
    assertThat(ZipParts.of(edited(before, new WorkbookEdit()))).isEqualTo(ZipParts.of(before));
    String sheet;
    Map<CellAt, SeenCell> was;
    try (OwnWorkbook workbook = OwnWorkbooks.open(before)) {
      sheet = workbook.sheets().get(0);
      was = new TreeMap<>(workbook.see(sheet, any -> true).cells());
    }
    WorkbookEdit edit = new WorkbookEdit();
    edit.put(sheet, ZipParts.at("Z99"), new CellContent.Truth(true));
    Path after = edited(before, edit);
    Map<String, String> is = ZipParts.of(after);
    Map<String, String> parts = ZipParts.of(before);
    is.remove("content.xml");
    parts.remove("content.xml");
    assertThat(is).isEqualTo(parts);
    try (OwnWorkbook workbook = OwnWorkbooks.open(after)) {
      Map<CellAt, SeenCell> now = new TreeMap<>(workbook.see(sheet, any -> true).cells());
      assertThat(now.remove(ZipParts.at("Z99")).text()).isEqualTo("true");
      assertThat(now).isEqualTo(was);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void what_was_put_is_read_back_and_all_else_is_as_before(int seed) throws Exception {
    Random random = new Random(seed);
    StringBuilder rows = new StringBuilder();
    for (int i = 0; i < 12; i++) {
      rows.append("<table:table-row table:number-rows-repeated=\"")
          .append(1 + random.nextInt(4))
          .append("\">");
      for (int j = 0; j < 5; j++) {
        rows.append("<table:table-cell table:number-columns-repeated=\"")
            .append(1 + random.nextInt(3))
            .append(
                random.nextInt(3) == 0
                    ? "\"/>"
                    : "\" office:value-type=\"string\"><text:p>t"
                        + i
                        + j
                        + "</text:p></table:table-cell>");
      }
      rows.append("</table:table-row>");
    }
    Path before =
        write(
            HEAD
                + "<office:body><office:spreadsheet><table:table table:name=\"s\">"
                + rows
                + "</table:table></office:spreadsheet></office:body></office:document-content>");
    Map<CellAt, SeenCell> expected;
    try (OwnWorkbook workbook = OwnWorkbooks.open(before)) {
      expected = new TreeMap<>(workbook.see("s", any -> true).cells());
    }
    WorkbookEdit edit = new WorkbookEdit();
    Map<CellAt, String> put = new TreeMap<>();
    for (int i = 0; i < 40; i++) {
      CellAt at = new CellAt(1 + random.nextInt(60), random.nextInt(20));
      boolean blank = random.nextInt(4) == 0;
      String text = blank ? "" : "x" + random.nextInt();
      edit.put("s", at, blank ? new CellContent.Blank() : new CellContent.Text(text));
      put.put(at, text);
    }
    Path after = edited(before, edit);
    put.keySet().forEach(expected::remove);
    try (OwnWorkbook workbook = OwnWorkbooks.open(after)) {
      Map<CellAt, SeenCell> is = new TreeMap<>(workbook.see("s", any -> true).cells());
      put.forEach(
          (at, text) -> {
            SeenCell cell = is.remove(at);
            assertThat(cell == null ? "" : cell.text()).isEqualTo(text);
          });
      assertThat(is).isEqualTo(expected);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "of:=SUM([.B2:.B4];1) | SUM(B2:B4,1)",
        "of:=[$'It''s'.A1]&\"[.A1;\" | 'It''s'!A1&\"[.A1;\"",
        "=[Template.$B$5]/2 | 'Template'!$B$5/2",
        "of:=['file:///a.ods'#$Sheet1.A1] | '[1]outside'!A1",
      })
  void formulas_are_read_as_others_write_them(String formula, String plain) {
    assertThat(OdsFormula.plain(formula)).isEqualTo(plain);
  }

  @Test
  void tables_are_refused() throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("Template", ZipParts.at("A1"), new CellContent.Blank());
    edit.table(
        new WorkbookEdit.Table(
            "Template", "t", CellRange.parse("A1:A2").orElseThrow(), List.of("a")));
    try (OwnWorkbook workbook = OwnWorkbooks.open(write(KEPT))) {
      assertThatThrownBy(() -> workbook.write(edit, new ByteArrayOutputStream()))
          .hasMessage("tables are made and resized in .xlsx workbooks only");
    }
  }
}
