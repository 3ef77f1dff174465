package baddle.reports.page;

import baddle.reports.CrosstabLayout;
import baddle.reports.ReportHead;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** A page that leads to reports of which there is one for each value of a column. */
public final class PageIndex {

  private PageIndex() {}

  /**
   * Writes it; the stream is closed.
   *
   * @param column the column that the reports are of values of
   * @param layouts the summaries of any of them, for their names
   */
  public static void write(
      String column,
      List<CrosstabLayout> layouts,
      ReportHead head,
      List<IndexEntry> entries,
      OutputStream out)
      throws IOException {
    try (Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8)) {
      writer.write(page(column, layouts, head, entries));
    }
  }

  private static String page(
      String column, List<CrosstabLayout> layouts, ReportHead head, List<IndexEntry> entries)
      throws IOException {
    String style = PageScript.style(head.style());
    String title = PageReport.text(head.title().isEmpty() ? column : head.title());
    StringBuilder out = new StringBuilder();
    PageReport.begin(out, title, style, "", head.style());
    out.append("<header>\n<h1>").append(title).append("</h1>\n<p class=\"muted\">");
    out.append(PageReport.text(head.subtitle())).append("</p>\n");
    if (head.trust().errors()) {
      out.append("<p class=\"adverse\">")
          .append(PageReport.text(head.trust().verdict()))
          .append("</p>\n");
    }
    out.append("</header>\n<main class=\"scroll\">\n<table>\n<thead><tr class=\"lowest\">");
    List<String> headings = new ArrayList<>(List.of(column));
    layouts.forEach(layout -> headings.add(head.titleOf(layout.title())));
    headings.add("");
    for (int i = 0; i < headings.size(); i++) {
      boolean label = i == 0 || i == headings.size() - 1;
      out.append("<th scope=\"col\"").append(label ? " class=\"label\">" : ">");
      out.append(PageReport.text(headings.get(i))).append("</th>");
    }
    out.append("</tr></thead>\n<tbody>\n");
    for (IndexEntry entry : entries) {
      out.append("<tr><th scope=\"row\" class=\"label first\"><a href=\"")
          .append(PageReport.text(entry.file()))
          .append("\">")
          .append(PageReport.text(entry.value().isEmpty() ? "(blank)" : entry.value()))
          .append("</a></th>");
      for (String figure : entry.figures()) {
        out.append("<td>").append(PageReport.text(figure)).append("</td>");
      }
      out.append("<td class=\"label muted movement\">")
          .append(PageReport.text(entry.movement()))
          .append("</td></tr>\n");
    }
    return out.append("</tbody>\n</table>\n</main>\n</body>\n</html>\n").toString();
  }
}
