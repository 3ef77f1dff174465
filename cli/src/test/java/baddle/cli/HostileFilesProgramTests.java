package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What SECURITY.md promises about files that strangers send, against such files. */
class HostileFilesProgramTests {

  private static final String PACKAGE =
      "http://schemas.openxmlformats.org/package/2006/relationships";
  private static final String OFFICE =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
  private static final String MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
  private static final String SECRET = "quartz-lantern";
  private static final String HEADINGS = "site,day,amount\n";

  @TempDir private Path folder;

  private Path in(String name) {
    return folder.resolve("in").resolve(name);
  }

  private static String relation(String type, String target) {
    return "<Relationships xmlns='"
        + PACKAGE
        + "'><Relationship Id='rId1' Type='"
        + OFFICE
        + "/"
        + type
        + "' Target='"
        + target
        + "'/></Relationships>";
  }

  private static String cell(String text) {
    return "<c t='inlineStr'><is><t>" + text + "</t></is></c>";
  }

  private static String sheet(String before, String site) {
    return before
        + "<worksheet xmlns='"
        + MAIN
        + "'><sheetData><row>"
        + cell("site")
        + cell("day")
        + cell("amount")
        + "</row><row>"
        + cell(site)
        + cell("2026-01-05")
        + "<c><v>1</v></c></row></sheetData></worksheet>";
  }

  /** A workbook of one sheet, with another part besides. */
  private void workbook(String name, String sheetAt, String sheet, String other)
      throws IOException {
    Map<String, String> parts = new LinkedHashMap<>();
    parts.put("[Content_Types].xml", "<Types xmlns='x'/>");
    parts.put("_rels/.rels", relation("officeDocument", "xl/workbook.xml"));
    parts.put(
        "xl/workbook.xml",
        "<workbook xmlns='"
            + MAIN
            + "' xmlns:r='"
            + OFFICE
            + "'><sheets><sheet name='S' sheetId='1' r:id='rId1'/></sheets></workbook>");
    parts.put("xl/_rels/workbook.xml.rels", relation("worksheet", sheetAt));
    parts.put("xl/worksheets/sheet1.xml", sheet);
    parts.put(other, "x");
    try (OutputStream out = Files.newOutputStream(in(name));
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, String> part : parts.entrySet()) {
        zip.putNextEntry(new ZipEntry(part.getKey()));
        zip.write(part.getValue().getBytes(StandardCharsets.UTF_8));
      }
    }
  }

  private void write(String name, String text) throws IOException {
    Files.writeString(in(name), text);
  }

  private static String laughs() {
    StringBuilder entities = new StringBuilder("<!DOCTYPE w [<!ENTITY a 'aaaaaaaaaa'>");
    for (char c = 'b'; c <= 'm'; c++) {
      String before = "&" + (char) (c - 1) + ";";
      entities.append("<!ENTITY ").append(c).append(" '").append(before.repeat(10)).append("'>");
    }
    return entities.append("]>").toString();
  }

  @Test
  void each_is_refused_by_name_or_read_harmlessly_and_the_others_go_on() throws Exception {
    Files.createDirectories(folder.resolve("in"));
    Path secret = Files.writeString(folder.resolve("secret.txt"), SECRET);
    String at = "worksheets/sheet1.xml";
    workbook("good.xlsx", at, sheet("", "Elm"), "a.txt");
    workbook("slip.xlsx", at, sheet("", "Ash"), "../../slipped.txt");
    workbook(
        "entity.xlsx",
        at,
        sheet("<!DOCTYPE w [<!ENTITY x SYSTEM '" + secret.toUri() + "'>]>", "&x;"),
        "a.txt");
    workbook("laughs.xlsx", at, sheet(laughs(), "&m;"), "a.txt");
    workbook("outside.xlsx", "../../../secret.txt", sheet("", "Elm"), "a.txt");
    workbook("bomb.xlsx", at, sheet("", " ".repeat(20_000_000)), "a.txt");
    write("long.csv", HEADINGS + "\"" + "x".repeat(17 << 20) + "\",2026-01-05,1\n");
    write("lines.csv", HEADINGS + "\"" + "\n".repeat(2_100_000) + "\",2026-01-05,1\n");
    write("wide.csv", HEADINGS.strip() + ",".repeat(17_000) + "\nElm,2026-01-05,1\n");
    write("zeros.csv", "\0".repeat(100_000));
    write(
        "esc\u001b[31m.csv",
        HEADINGS + "\u001b]0;x\u0007=HYPERLINK(\"\"http://x\"\")\u001b[2J,2026-01-05,1\n");
    write(
        "web.html",
        "<table><tr><td>site<td>day<td>amount<tr><td><script>x</script>&xxe;Oak<td>2026-01-05<td>1"
            + "</table>");
    Baddle baddle =
        new Baddle(folder)
            .write(
                "baddle.yaml",
                "baddle: 1",
                "datasets: {d: {amount: amount, columns: {site: text, day: date, amount: decimal}}}",
                "feeds: {f: {files: 'in/*', into: d}}",
                "summaries: {s: {of: d, down: site, measures: {Amount: sum(amount)}}}");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("4 rows read = 4 in the dataset", "8 files are not read")
        .contains("in/bomb.xlsx", "a cell of more than 16 million characters")
        .contains("in/entity.xlsx", "in/laughs.xlsx", "it refers to an entity")
        .contains("in/outside.xlsx", "secret.txt of the workbook is missing")
        .contains(
            "in/lines.csv, row 2 and 1 more place", "a row of more than 16 MiB or 2,000,000 lines")
        .contains("in/wide.csv, row 1", "more than 16,384 columns")
        .contains("in/zeros.csv", "of no kind that can be read")
        .doesNotContain(SECRET, "\u001b", "\u0007");
    assertThat(baddle.run("export", "--out", "rows.csv", "--formulas", "mark").err()).isEmpty();
    List<String> rows = Files.readAllLines(folder.resolve("rows.csv"));
    assertThat(String.join("\n", rows)).doesNotContain(SECRET);
    assertThat(rows).hasSize(5).anyMatch(row -> row.startsWith("Elm,"));
    assertThat(baddle.run("summarize", "s").out()).doesNotContain("\u001b", "\u0007");
    assertThat(folder.resolve("slipped.txt")).doesNotExist();
    assertThat(folder.resolveSibling("slipped.txt")).doesNotExist();
    assertThat(Files.readString(secret)).isEqualTo(SECRET);
  }
}
