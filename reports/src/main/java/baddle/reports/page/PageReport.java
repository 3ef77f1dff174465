package baddle.reports.page;

import baddle.core.crosstab.spec.ChartKind;
import baddle.reports.CrosstabLayout;
import baddle.reports.Headline;
import baddle.reports.Provenance;
import baddle.reports.ReportHead;
import baddle.reports.ReportStyle;
import baddle.reports.RowsBehind;
import baddle.reports.picture.ChartShape;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Cross-tabs as one page (HTML) that needs nothing from elsewhere: its policy lets nothing in but
 * the style and the script that it carries. All but the script is well-formed XML too.
 */
public final class PageReport {

  private final List<CrosstabLayout> layouts;
  private final Provenance provenance;
  private final ReportHead head;
  private final ReaderData reader;
  private final List<PageData> data = new ArrayList<>();
  private final StringBuilder out = new StringBuilder();

  private PageReport(
      List<CrosstabLayout> layouts, Provenance provenance, ReportHead head, ReaderData reader) {
    this.layouts = layouts;
    this.provenance = provenance;
    this.head = head;
    this.reader = reader;
    for (int i = 0; i < layouts.size(); i++) {
      data.add(new PageData(layouts.get(i), reader.cells(i)));
    }
  }

  /**
   * Writes at least one cross-tab; the stream is closed.
   *
   * @param reader what readers need to ask further
   */
  public static void write(
      List<CrosstabLayout> layouts,
      Provenance provenance,
      ReportHead head,
      ReaderData reader,
      OutputStream out)
      throws IOException {
    try (Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8)) {
      writer.write(new PageReport(layouts, provenance, head, reader).page());
    }
  }

  private String page() throws IOException {
    String style = PageScript.style(head.style());
    String script = PageScript.script();
    String title = head.title().isEmpty() ? head.titleOf(layouts.get(0).title()) : head.title();
    begin(out, text(title), style, script, head.style());
    top(title);
    for (int i = 0; i < layouts.size(); i++) {
      summary(layouts.get(i), i);
    }
    bottom();
    for (RowsBehind rows : reader.rows()) {
      out.append("<script type=\"text/plain\" class=\"rows\" data-of=\"");
      element("", rows.dataset(), "\" data-summaries=\"");
      List<Integer> of =
          rows.places().keySet().stream()
              .filter(index -> data.get(index).isPlaced())
              .sorted()
              .toList();
      of.forEach(index -> out.append(index.equals(of.get(0)) ? "" : " ").append(index));
      out.append("\">").append(PageRows.packed(rows, data)).append("</script>\n");
    }
    out.append("<script>").append(script).append("</script>\n</body>\n</html>\n");
    return out.toString();
  }

  /**
   * Begins a page.
   *
   * @param title as markup
   * @param script empty for none
   */
  static void begin(
      StringBuilder out, String title, String style, String script, ReportStyle look) {
    out.append("<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\"/>\n")
        .append("<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none';")
        .append(" style-src 'sha256-")
        .append(PageScript.hash(style))
        .append("';");
    if (!script.isEmpty()) {
      out.append(" script-src 'sha256-").append(PageScript.hash(script)).append("';");
    }
    if (!look.logo().isEmpty()) {
      out.append(" img-src data:;");
    }
    out.append(" base-uri 'none'; form-action 'none'\"/>\n")
        .append("<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"/>\n")
        .append("<title>")
        .append(title)
        .append("</title>\n<style>")
        .append(style)
        .append("</style>\n</head>\n<body>\n");
    if (!look.logo().isEmpty()) {
      out.append("<img class=\"logo\" alt=\"\" src=\"").append(text(look.logo())).append("\"/>\n");
    }
  }

  /** Text that is neither markup nor anything a reader can't see. */
  static String text(String text) {
    StringBuilder safe = new StringBuilder();
    text.codePoints()
        .forEach(
            c -> {
              switch (c) {
                case '&' -> safe.append("&amp;");
                case '<' -> safe.append("&lt;");
                case '>' -> safe.append("&gt;");
                case '"' -> safe.append("&quot;");
                case '\'' -> safe.append("&#39;");
                default -> {
                  int kind = Character.getType(c);
                  boolean unseen =
                      kind == Character.CONTROL
                          || kind == Character.FORMAT
                          || kind == Character.SURROGATE
                          || c == 0xFFFE
                          || c == 0xFFFF;
                  safe.appendCodePoint(unseen ? ' ' : c);
                }
              }
            });
    return safe.toString();
  }

  private void element(String open, String content, String close) {
    out.append(open).append(text(content)).append(close);
  }

  private void top(String title) {
    out.append("<header>\n");
    element("<h1>", title, "</h1>\n");
    if (!head.subtitle().isEmpty()) {
      element("<p class=\"muted\">", head.subtitle(), "</p>\n");
    }
    if (head.trust().errors()) {
      element("<p class=\"adverse\">", head.trust().verdict(), "</p>\n");
    }
    out.append("<div class=\"filters\" role=\"group\" aria-label=\"Filters\"></div>\n");
    out.append("</header>\n");
    if (layouts.size() < 2) {
      return;
    }
    out.append("<nav aria-label=\"Contents\">\n<table class=\"contents\"><tbody>\n");
    for (int i = 0; i < layouts.size(); i++) {
      CrosstabLayout layout = layouts.get(i);
      out.append("<tr><th class=\"label\" scope=\"row\"><a href=\"#s").append(i + 1).append("\">");
      element("", head.titleOf(layout.title()), "</a></th>");
      Headline headline = Headline.of(layout);
      element("<td class=\"label muted\">", headline.name(), "</td>");
      element("<td class=\"headline\">", headline.shown(), "</td>");
      out.append("<td class=\"label muted movement\">").append(Sparkline.of(layout));
      element("", headline.movement(), "</td></tr>\n");
    }
    out.append("</tbody></table>\n</nav>\n");
  }

  private void summary(CrosstabLayout layout, int index) {
    String id = "s" + (index + 1);
    out.append("<section class=\"summary\" aria-labelledby=\"").append(id).append("-title\" id=\"");
    out.append(id).append("\">\n<h2 id=\"").append(id).append("-title\">");
    element("", head.titleOf(layout.title()), "</h2>\n");
    out.append("<div class=\"tools\"><button class=\"copy\">Copy</button>")
        .append("<button class=\"csv\">Download CSV</button>")
        .append("<span class=\"said muted\" role=\"status\"></span></div>\n")
        .append("<p class=\"filtered\" role=\"status\"></p>\n<div class=\"sheet\">\n")
        .append("<div class=\"scroll\" tabindex=\"0\" role=\"region\" aria-labelledby=\"")
        .append(id)
        .append("-title\"><table")
        .append(head.look(layout.title()).banded() ? " class=\"banded\"" : "")
        .append(">\n<thead>\n");
    for (int line = 0; line < layout.headingLines(); line++) {
      headings(layout, line);
    }
    out.append("</thead>\n<tbody>\n");
    layout.lines().forEach(line -> line(layout, line));
    out.append("</tbody>\n</table></div>\n");
    Optional<ChartKind> chart = head.look(layout.title()).chart();
    chart.flatMap(kind -> ChartShape.of(layout, kind)).ifPresent(shape -> figure(layout, shape));
    out.append("</div>\n<div class=\"place\"></div>\n");
    for (String foot : feet()) {
      element("<p class=\"foot\">", foot, "</p>\n");
    }
    out.append("</section>\n<script type=\"application/json\" id=\"")
        .append(id)
        .append("-data\">")
        .append(json(index, chart))
        .append("</script>\n");
  }

  private void figure(CrosstabLayout layout, ChartShape shape) {
    String name = layout.spec().measures().get(shape.measure()).name();
    String others =
        shape.others() == 0
            ? ""
            : ", the largest "
                + shape.series().size()
                + " of "
                + (shape.series().size() + shape.others());
    element(
        "<figure class=\"chart\"><figcaption class=\"muted\">",
        name + others,
        "</figcaption></figure>\n");
  }

  /** As JSON that is no markup either. */
  private String json(int index, Optional<ChartKind> chart) {
    StringWriter json = new StringWriter();
    try (JsonGenerator generator = new JsonFactory().createGenerator(json)) {
      CrosstabLayout layout = layouts.get(index);
      data.get(index).write(generator, head.titleOf(layout.title()), chart);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return json.toString().replace("<", "\\u003c").replace(">", "\\u003e").replace("&", "\\u0026");
  }

  private void headings(CrosstabLayout layout, int line) {
    boolean lowest = line == layout.headingLines() - 1;
    out.append(lowest ? "<tr class=\"lowest\">" : "<tr>");
    for (int i = 0; i < layout.downHeadings().size(); i++) {
      String heading = lowest ? layout.downHeadings().get(i) : "";
      String first = i == 0 ? " first" : "";
      element("<th scope=\"col\" class=\"label" + first + "\">", heading, "</th>");
    }
    List<CrosstabLayout.Column> columns = layout.columns();
    for (int i = 0; i < columns.size(); ) {
      int end = lowest ? i + 1 : layout.groupEnd(i, line);
      String label = columns.get(i).labels().isEmpty() ? "" : columns.get(i).labels().get(line);
      if (end > i + 1) {
        String span = String.valueOf(end - i);
        element("<th scope=\"colgroup\" class=\"group\" colspan=\"" + span + "\">", label, "</th>");
      } else {
        element("<th scope=\"col\">", label, "</th>");
      }
      i = end;
    }
    out.append("</tr>\n");
  }

  private void line(CrosstabLayout layout, CrosstabLayout.Line line) {
    if (line.kind() == CrosstabLayout.Kind.GAP) {
      int cells = layout.downHeadings().size() + layout.columns().size();
      out.append("<tr class=\"gap\"><td colspan=\"").append(cells).append("\"></td></tr>\n");
      return;
    }
    boolean detail = line.labels().stream().anyMatch(label -> label.startsWith("  "));
    out.append("<tr class=\"")
        .append(line.kind().name().toLowerCase(Locale.ROOT))
        .append(detail ? " detail" : "")
        .append("\">");
    for (int i = 0; i < line.labels().size(); i++) {
      String first = i == 0 ? " first" : "";
      element(
          "<th scope=\"row\" class=\"label" + first + "\">", line.labels().get(i).strip(), "</th>");
    }
    for (CrosstabLayout.Column column : layout.columns()) {
      Optional<BigDecimal> value = layout.value(line, column);
      out.append("<td");
      if (column.total()) {
        out.append(" class=\"sum\"");
      }
      if (value.isPresent()) {
        String exact = layout.number(line, column).exact(value.get());
        out.append(" data-value=\"").append(text(exact)).append('"');
      }
      element(">", layout.shown(line, column), "</td>");
    }
    out.append("</tr>\n");
  }

  private List<String> feet() {
    return head.feet(provenance);
  }

  private void bottom() {
    ReportHead.Trust trust = head.trust();
    if (!trust.verdict().isEmpty()) {
      out.append("<section>\n<h2>What is open against these figures</h2>\n");
      element("<p>", trust.verdict(), "</p>\n");
      if (!trust.findings().isEmpty()) {
        out.append("<ul class=\"findings\">\n");
        trust.findings().forEach(finding -> element("<li>", finding, "</li>\n"));
        out.append("</ul>\n");
      }
      out.append("</section>\n");
    }
    out.append("<section>\n<h2>How it was made</h2>\n<dl>\n");
    for (Map.Entry<String, String> line : provenance.lines()) {
      element("<dt class=\"muted\">", line.getKey(), "</dt>");
      element("<dd>", line.getValue(), "</dd>\n");
    }
    out.append("</dl>\n");
    head.notes().forEach(note -> element("<p>", note, "</p>\n"));
    reader.remarks().forEach(remark -> element("<p class=\"muted\">", remark, "</p>\n"));
    out.append("</section>\n");
  }
}
