package baddle.reports.page;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.SummaryLook;
import baddle.reports.Provenance;
import baddle.reports.ReportHead;
import baddle.reports.SampleLayouts;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;

/** Cross-tabs as a page. */
class PageReportTests {

  @Test
  void a_page_is_well_formed_lets_nothing_in_and_shows_text_as_text() throws Exception {
    ReportHead head =
        new ReportHead(
            "<script>alert(1)</script>",
            "a & b \u202e\u0007",
            List.of("<img src=x onerror=alert(1)>"),
            Map.of("revenue", new SummaryLook("\"R\" & <b>D</b>", false, Optional.empty(), false)),
            new ReportHead.Trust("4 rows read", "1 error and 0 warnings", true, List.of("<i>")));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PageReport.write(
        List.of(SampleLayouts.byMonth(), SampleLayouts.byMonth()),
        Provenance.of(Map.of("Batch", "3")),
        head,
        ReaderData.NONE,
        out);
    String page = out.toString(StandardCharsets.UTF_8);
    String script = page.substring(page.lastIndexOf("<script>") + 8, page.lastIndexOf("</script>"));

    Document document =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(
                new ByteArrayInputStream(
                    page.replace(script, "")
                        .replace("<!DOCTYPE html>", "")
                        .getBytes(StandardCharsets.UTF_8)));
    assertThat(document.getElementsByTagName("script").getLength()).isEqualTo(3);
    assertThat(document.getElementsByTagName("img").getLength()).isZero();
    assertThat(document.getElementsByTagName("h1").item(0).getTextContent())
        .isEqualTo("<script>alert(1)</script>");
    assertThat(document.getElementsByTagName("section").getLength()).isEqualTo(4);
    assertThat(page.replace("'http://www.w3.org/2000/svg'", ""))
        .doesNotContain("http:", "https:", "//", " style=", " onclick=", "\u202e");
    String style = document.getElementsByTagName("style").item(0).getTextContent();
    for (Map.Entry<String, String> own : Map.of("style", style, "script", script).entrySet()) {
      byte[] digest =
          MessageDigest.getInstance("SHA-256")
              .digest(own.getValue().getBytes(StandardCharsets.UTF_8));
      assertThat(page)
          .contains(
              own.getKey() + "-src 'sha256-" + Base64.getEncoder().encodeToString(digest) + "'");
    }
    assertThat(page).contains("data-value=\"1234567.10\"");
  }
}
