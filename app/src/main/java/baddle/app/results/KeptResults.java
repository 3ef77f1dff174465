package baddle.app.results;

import baddle.app.OutputFile;
import baddle.app.Project;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.formats.Formats;
import baddle.formats.csv.CsvRowWriter;
import java.io.IOException;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** The results that are kept for a plan, and a list of them. */
public final class KeptResults {

  /** The folder they are in, beside the store. */
  private static final String FOLDER = "results";

  private static final String LIST = "results.csv";
  private static final List<String> COLUMNS =
      List.of(
          "feed", "path", "stated", "period", "file", "asked", "answer", "rows", "read", "failure");

  private final Path folder;
  private final List<KeptResult> results = new ArrayList<>();

  private KeptResults(Path folder) {
    this.folder = folder;
  }

  /** Those of a project; none where nothing was asked yet. */
  public static KeptResults of(Project project) throws IOException {
    KeptResults kept = new KeptResults(project.storeFolder().resolve(FOLDER));
    Path list = kept.folder.resolve(LIST);
    if (Files.isRegularFile(list)) {
      try (GridFile file = new Formats().open(list, Dialect.TOLD_BY_CONTENT)) {
        file.sheets().get(0).read(kept.new Sink());
      }
    }
    return kept;
  }

  private final class Sink implements RowSink {
    private final GridRow row = new GridRow();
    private boolean begun;

    @Override
    public GridRow next() {
      return row;
    }

    @Override
    public void row(GridRow line) {
      if (begun) {
        results.add(
            new KeptResult(
                line.text(0),
                line.text(1),
                decoded(line.text(2)),
                line.text(3),
                line.text(4),
                line.text(5),
                line.text(6),
                Long.parseLong(line.text(7)),
                line.text(8),
                line.text(9)));
      }
      begun = true;
    }

    @Override
    public boolean wantsMore() {
      return true;
    }
  }

  /** The folder. */
  Path folder() {
    return folder;
  }

  /** Those of a feed, in the order of its lines. */
  public List<KeptResult> of(String feed) {
    return results.stream().filter(result -> result.feed().equals(feed)).toList();
  }

  /** The one that a source's path names. */
  public Optional<KeptResult> at(String path) {
    return results.stream().filter(result -> result.path().equals(path)).findFirst();
  }

  /** Where a result's rows are. */
  public Path file(KeptResult result) {
    return folder.resolve(result.file());
  }

  /** Replaces the list by another, all at once, and removes files that nothing names any more. */
  void replace(List<KeptResult> others) throws IOException {
    Files.createDirectories(folder);
    new OutputFile(folder.resolve(LIST))
        .write(
            Optional.empty(),
            out -> {
              CsvRowWriter writer = new CsvRowWriter(out);
              writer.row(COLUMNS);
              for (KeptResult one : others) {
                writer.row(
                    List.of(
                        one.feed(),
                        one.path(),
                        encoded(one.stated()),
                        one.period(),
                        one.file(),
                        one.asked(),
                        one.answer(),
                        String.valueOf(one.rows()),
                        one.read(),
                        one.failure()));
              }
              writer.close();
            });
    results.clear();
    results.addAll(others);
  }

  /** By the encoding of forms (WHATWG URL), so that any value has a place. */
  private static String encoded(Map<String, String> values) {
    return values.entrySet().stream()
        .map(
            value ->
                URLEncoder.encode(value.getKey(), StandardCharsets.UTF_8)
                    + "="
                    + URLEncoder.encode(value.getValue(), StandardCharsets.UTF_8))
        .collect(Collectors.joining("&"));
  }

  private static Map<String, String> decoded(String text) {
    Map<String, String> values = new LinkedHashMap<>();
    for (String value : text.isEmpty() ? new String[0] : text.split("&")) {
      int sign = value.indexOf('=');
      values.put(
          URLDecoder.decode(value.substring(0, sign), StandardCharsets.UTF_8),
          URLDecoder.decode(value.substring(sign + 1), StandardCharsets.UTF_8));
    }
    return values;
  }
}
