package baddle.formats;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;

/**
 * Writes the same cells in every format that can be read: a text that begins with a digit other
 * than nought, or a minus, is a number where the format has numbers; one that begins with an equals
 * sign is a formula without a result.
 */
enum SampleFormat {
  CSV {
    @Override
    Path write(Path folder, List<List<String>> cells) throws IOException {
      return Files.writeString(folder.resolve("in.csv"), csv(cells));
    }
  },
  XLSX {
    @Override
    Path write(Path folder, List<List<String>> cells) throws IOException {
      return workbook(folder.resolve("in.xlsx"), new XSSFWorkbook(), cells);
    }
  },
  XLS {
    @Override
    Path write(Path folder, List<List<String>> cells) throws IOException {
      return workbook(folder.resolve("in.xls"), new HSSFWorkbook(), cells);
    }
  },
  ODS {
    @Override
    Path write(Path folder, List<List<String>> cells) throws IOException {
      Path file = folder.resolve("in.ods");
      try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
        zip.putNextEntry(new ZipEntry("content.xml"));
        zip.write(content(cells).getBytes(StandardCharsets.UTF_8));
      }
      return file;
    }
  },
  PAGE {
    @Override
    Path write(Path folder, List<List<String>> cells) throws IOException {
      String rows =
          cells.stream()
              .map(row -> "<td>" + String.join("</td><td>", row) + "</td>")
              .collect(Collectors.joining("</tr><tr>", "<tr>", "</tr>"));
      return Files.writeString(
          folder.resolve("in.html"), "<html><body><table>" + rows + "</table></body></html>");
    }
  },
  MESSAGE {
    @Override
    Path write(Path folder, List<List<String>> cells) throws IOException {
      String attached =
          Base64.getMimeEncoder().encodeToString(csv(cells).getBytes(StandardCharsets.UTF_8));
      return Files.writeString(
          folder.resolve("in.eml"),
          String.join(
              "\r\n",
              "From: office@copse-end.example",
              "MIME-Version: 1.0",
              "Content-Type: multipart/mixed; boundary=part",
              "",
              "--part",
              "Content-Type: text/csv; name=in.csv",
              "Content-Disposition: attachment; filename=in.csv",
              "Content-Transfer-Encoding: base64",
              "",
              attached,
              "--part--",
              ""));
    }
  };

  /** A formula that came to a text without characters. */
  static final String EMPTY_RESULT = "=''";

  abstract Path write(Path folder, List<List<String>> cells) throws IOException;

  private static String csv(List<List<String>> cells) {
    return cells.stream().map(row -> String.join(",", row) + "\n").collect(Collectors.joining());
  }

  private static boolean isNumber(String text) {
    return text.matches("-?[1-9].*");
  }

  private static Path workbook(Path file, Workbook workbook, List<List<String>> cells)
      throws IOException {
    try (workbook;
        OutputStream out = Files.newOutputStream(file)) {
      Sheet sheet = workbook.createSheet("Data");
      for (int i = 0; i < cells.size(); i++) {
        Row row = sheet.createRow(i);
        for (int j = 0; j < cells.get(i).size(); j++) {
          set(row.createCell(j), cells.get(i).get(j));
        }
      }
      workbook.write(out);
    }
    return file;
  }

  private static void set(Cell cell, String text) {
    if (text.equals(EMPTY_RESULT)) {
      cell.setCellFormula("\"\"");
      cell.getSheet().getWorkbook().getCreationHelper().createFormulaEvaluator().evaluateAll();
    } else if (text.startsWith("=")) {
      cell.setCellFormula(text.substring(1));
    } else if (isNumber(text)) {
      cell.setCellValue(Double.parseDouble(text));
    } else if (!text.isEmpty()) {
      cell.setCellValue(text);
    }
  }

  private static String content(List<List<String>> cells) {
    String oasis = "urn:oasis:names:tc:opendocument:xmlns:";
    return "<office:document-content xmlns:office='%1$soffice:1.0' xmlns:table='%1$stable:1.0' xmlns:text='%1$stext:1.0'>"
            .formatted(oasis)
        + "<office:body><office:spreadsheet><table:table table:name='Data'>"
        + cells.stream()
            .map(row -> row.stream().map(SampleFormat::cell).collect(Collectors.joining()))
            .collect(
                Collectors.joining(
                    "</table:table-row><table:table-row>",
                    "<table:table-row>",
                    "</table:table-row>"))
        + "</table:table></office:spreadsheet></office:body></office:document-content>";
  }

  private static String cell(String text) {
    String type =
        text.equals(EMPTY_RESULT)
            ? "table:formula='of:=&quot;&quot;' office:value-type='string'"
            : text.startsWith("=")
                ? "table:formula='of:" + text + "'"
                : isNumber(text)
                    ? "office:value-type='float' office:value='" + text + "'"
                    : text.isEmpty() ? "" : "office:value-type='string'";
    String shown = text.startsWith("=") ? "" : text;
    return "<table:table-cell " + type + "><text:p>" + shown + "</text:p></table:table-cell>";
  }
}
