package baddle.reports.text;

import baddle.reports.CrosstabLayout;
import baddle.reports.Provenance;
import baddle.reports.ReportHead;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;

/** Cross-tabs as Markdown, with the tables that most readers of it know. */
public final class MarkdownReport {

  /** What would be markup in the middle of a line; a tag is never passed through. */
  private static final String MARKUP = "\\|`[]*";

  private MarkdownReport() {}

  /** Writes cross-tabs; the stream is closed. */
  public static void write(
      List<CrosstabLayout> layouts, Provenance provenance, ReportHead head, OutputStream out)
      throws IOException {
    try (Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8)) {
      if (!head.title().isEmpty()) {
        writer.write("# " + text(head.title()) + "\n\n");
      }
      if (!head.subtitle().isEmpty()) {
        writer.write(text(head.subtitle()) + "\n\n");
      }
      for (CrosstabLayout layout : layouts) {
        write(layout, head.titleOf(layout.title()), writer);
      }
      for (Map.Entry<String, String> line : provenance.lines()) {
        writer.write("- " + line.getKey() + ": " + text(line.getValue()) + "\n");
      }
      for (String said : head.against()) {
        writer.write("- " + text(said) + "\n");
      }
      for (String note : head.notes()) {
        writer.write("\n" + text(note) + "\n");
      }
    }
  }

  private static void write(CrosstabLayout layout, String title, Writer writer) throws IOException {
    writer.write("## " + text(title) + "\n\n");
    int labels = layout.downHeadings().size();
    List<String> headings = new ArrayList<>(layout.downHeadings());
    layout.columns().forEach(column -> headings.add(String.join(" ", column.labels()).strip()));
    headings.replaceAll(MarkdownReport::text);
    writer.write(row(headings));
    List<String> rules = new ArrayList<>(Collections.nCopies(labels, "---"));
    rules.addAll(Collections.nCopies(layout.columns().size(), "---:"));
    writer.write("|" + String.join("|", rules) + "|\n");
    for (CrosstabLayout.Line line : layout.lines()) {
      boolean strong = line.total() || line.kind() == CrosstabLayout.Kind.SUBTOTAL;
      List<String> cells = new ArrayList<>(line.labels());
      layout.columns().forEach(column -> cells.add(layout.shown(line, column)));
      cells.replaceAll(MarkdownReport::text);
      cells.replaceAll(cell -> strong && !cell.isBlank() ? "**" + cell.strip() + "**" : cell);
      writer.write(row(cells));
    }
    writer.write("\n");
  }

  private static String row(List<String> cells) {
    return "| " + String.join(" | ", cells) + " |\n";
  }

  private static String text(String cell) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      if (MARKUP.indexOf(c) >= 0) {
        text.append('\\').append(c);
      } else if (c == '<' || c == '&') {
        text.append(c == '<' ? "&lt;" : "&amp;");
      } else {
        text.append(Character.isISOControl(c) ? ' ' : c);
      }
    }
    return text.toString();
  }
}
