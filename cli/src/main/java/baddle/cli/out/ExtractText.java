package baddle.cli.out;

import baddle.app.extract.ExtractedLine;
import baddle.cli.options.JsonText;
import baddle.core.finding.NumberText;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What an extract reports. */
final class ExtractText {

  /** More lines than these are only counted, unless they want an eye. */
  private static final int MOST = 40;

  private final Path folder;

  ExtractText(Path folder) {
    this.folder = folder.toAbsolutePath().normalize();
  }

  private String file(ExtractedLine line) {
    return line.file().startsWith(folder)
        ? folder.relativize(line.file()).toString()
        : line.file().toString();
  }

  /** A table of what was done, what failed, and a line of sums. */
  List<String> lines(List<ExtractedLine> all, boolean verbose, TextStyle style) {
    List<ExtractedLine> written =
        all.stream().filter(line -> line.state() == ExtractedLine.State.WRITTEN).toList();
    List<ExtractedLine> listed = verbose ? all : written;
    List<String> lines = new ArrayList<>();
    if (!listed.isEmpty()) {
      TextTable table = new TextTable(2, List.of("file", "state", "rows", "time"));
      listed.stream()
          .limit(verbose ? Integer.MAX_VALUE : MOST)
          .forEach(
              line ->
                  table.add(
                      List.of(
                          file(line),
                          state(line),
                          NumberText.count(line.rows()),
                          time(line.millis()))));
      lines.addAll(table.lines(style));
      if (!verbose && listed.size() > MOST) {
        lines.add("... and " + (listed.size() - MOST) + " more files; --verbose lists all");
      }
      lines.add("");
    }
    for (ExtractedLine line : all) {
      line.remarks().forEach(remark -> lines.add(file(line) + ": " + remark));
    }
    lines.addAll(failures(all));
    lines.add(sums(all));
    return lines;
  }

  /** Why lines failed; those that failed alike together. */
  List<String> failures(List<ExtractedLine> all) {
    Map<String, List<ExtractedLine>> failed = new LinkedHashMap<>();
    all.stream()
        .filter(line -> line.state() == ExtractedLine.State.FAILED)
        .forEach(
            line -> failed.computeIfAbsent(line.message(), why -> new ArrayList<>()).add(line));
    List<String> lines = new ArrayList<>();
    failed.forEach(
        (why, of) -> {
          String first = of.get(0).line().path();
          String more = of.size() == 1 ? "" : " and " + (of.size() - 1) + " more";
          lines.add("error    " + first + more + ": " + why);
        });
    return lines;
  }

  private static String sums(List<ExtractedLine> all) {
    List<String> states = new ArrayList<>();
    for (ExtractedLine.State state : ExtractedLine.State.values()) {
      long count = all.stream().filter(line -> line.state() == state).count();
      states.add(NumberText.count(count) + " " + state.name().toLowerCase(Locale.ROOT));
    }
    long rows =
        all.stream()
            .filter(line -> line.state() == ExtractedLine.State.WRITTEN)
            .mapToLong(ExtractedLine::rows)
            .sum();
    return NumberText.counted(all.size(), "line")
        + ": "
        + String.join(", ", states)
        + "; "
        + NumberText.counted(rows, "row")
        + " written in "
        + time(all.stream().mapToLong(ExtractedLine::millis).sum());
  }

  /** The same as JSON. */
  String json(List<ExtractedLine> all) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeArrayFieldStart("lines");
          for (ExtractedLine line : all) {
            json.writeStartObject();
            json.writeStringField("line", line.line().path());
            json.writeStringField("file", file(line));
            json.writeStringField("state", state(line));
            json.writeNumberField("rows", line.rows());
            json.writeNumberField("milliseconds", line.millis());
            if (!line.message().isEmpty()) {
              json.writeStringField("message", line.message());
            }
            JsonText.strings(json, "remarks", line.remarks());
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeEndObject();
        });
  }

  private static String state(ExtractedLine line) {
    return line.state().name().toLowerCase(Locale.ROOT);
  }

  private static String time(long millis) {
    return String.format(Locale.ROOT, "%d.%d s", millis / 1000, millis % 1000 / 100);
  }
}
