package baddle.formats.ods;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.UnreadableFileException;
import baddle.formats.GridText;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OdsFileTests {

  private static final String NAMESPACES =
      " xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0'"
          + " xmlns:table='urn:oasis:names:tc:opendocument:xmlns:table:1.0'"
          + " xmlns:t='urn:oasis:names:tc:opendocument:xmlns:table:1.0'"
          + " xmlns:calcext='urn:calcext'"
          + " xmlns:text='urn:oasis:names:tc:opendocument:xmlns:text:1.0'";

  @TempDir Path folder;

  private List<String> read(String rows) throws IOException {
    Path file = folder.resolve("made.ods");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      zip.putNextEntry(new ZipEntry("content.xml"));
      zip.write(
          ("<office:document-content"
                  + NAMESPACES
                  + "><office:body><office:spreadsheet><table:table table:name='S'>"
                  + rows
                  + "</table:table></office:spreadsheet></office:body></office:document-content>")
              .getBytes(StandardCharsets.UTF_8));
    }
    try (OdsFile book = OdsFile.open(file)) {
      return GridText.of(book.sheets().get(0), 200);
    }
  }

  private static String cell(String attributes, String text) {
    return "<table:table-cell " + attributes + "><text:p>" + text + "</text:p></table:table-cell>";
  }

  @Test
  void repeats_cells_and_rows_as_often_as_it_is_told() throws IOException {
    assertThat(
            read(
                "<table:table-row t:number-rows-repeated='3'>"
                    + cell(
                        "office:value-type='float' office:value='1.5'"
                            + " t:number-columns-repeated='2'",
                        "1,5")
                    + "</table:table-row>"
                    + "<table:table-row t:number-rows-repeated='1000000'><table:table-cell"
                    + " t:number-columns-repeated='16384'/></table:table-row>"
                    + "<table:table-row>"
                    + cell("office:value-type='string'", "end")
                    + "</table:table-row>"))
        .containsExactly(
            "1: NUMBER 1.5 | NUMBER 1.5",
            "2: NUMBER 1.5 | NUMBER 1.5",
            "3: NUMBER 1.5 | NUMBER 1.5",
            "1000004: end");
  }

  @Test
  void reads_paragraphs_errors_booleans_and_no_notes() throws IOException {
    assertThat(
            read(
                "<table:table-row>"
                    + "<table:table-cell office:value-type='string'><office:annotation><text:p>a"
                    + " note</text:p></office:annotation><text:p>o<!-- no -->ne</text:p><text:p>two<text:tab/>"
                    + "three</text:p></table:table-cell>"
                    + cell("office:value-type='boolean' office:boolean-value='true'", "TRUE")
                    + cell("office:value-type='string' calcext:value-type='error'", "#N/A")
                    + cell("office:value-type='percentage' office:value='0.19'", "19 %")
                    + "<table:covered-table-cell/>"
                    + cell("office:value-type='date' office:date-value='2026-03-14'", "14.3.26")
                    + "</table:table-row>"))
        .containsExactly(
            "1: one\ntwo\tthree | BOOLEAN true | ERROR #N/A | NUMBER 0.19 |  | DATE 2026-03-14");
  }

  @Test
  void a_row_past_the_last_is_refused() {
    assertThatThrownBy(
            () ->
                read(
                    "<table:table-row t:number-rows-repeated='1048576'/><table:table-row>"
                        + cell("office:value-type='string'", "x")
                        + "</table:table-row>"))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("more rows");
  }
}
