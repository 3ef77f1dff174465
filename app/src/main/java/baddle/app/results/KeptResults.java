package baddle.app.results;

import baddle.app.Project;
import baddle.app.reading.OwnList;
import java.io.IOException;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
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
  private final List<FetchedResult> results = new ArrayList<>();

  private KeptResults(Path folder) {
    this.folder = folder;
  }

  /** Those of a project; none where nothing was asked yet. */
  public static KeptResults of(Project project) throws IOException {
    KeptResults kept = new KeptResults(project.storeFolder().resolve(FOLDER));
    for (Map<String, String> line : kept.list().lines()) {
      kept.results.add(
          new FetchedResult(
              line.getOrDefault("feed", ""),
              line.getOrDefault("path", ""),
              decoded(line.getOrDefault("stated", "")),
              line.getOrDefault("period", ""),
              line.getOrDefault("file", ""),
              line.getOrDefault("asked", ""),
              line.getOrDefault("answer", ""),
              Long.parseLong(line.getOrDefault("rows", "0")),
              line.getOrDefault("read", ""),
              line.getOrDefault("failure", "")));
    }
    return kept;
  }

  private OwnList list() {
    return new OwnList(folder.resolve(LIST), COLUMNS);
  }

  /** The folder. */
  Path folder() {
    return folder;
  }

  /** Those of a feed, in the order of its lines. */
  public List<FetchedResult> of(String feed) {
    return results.stream().filter(result -> result.feed().equals(feed)).toList();
  }

  /** The one that a source's path names. */
  public Optional<FetchedResult> at(String path) {
    return results.stream().filter(result -> result.path().equals(path)).findFirst();
  }

  /** Where a result's rows are. */
  public Path file(FetchedResult result) {
    return folder.resolve(result.file());
  }

  /** Replaces the list by another, all at once. */
  void replace(List<FetchedResult> others) throws IOException {
    List<List<String>> lines = new ArrayList<>();
    for (FetchedResult one : others) {
      lines.add(
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
    list().write(lines);
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
