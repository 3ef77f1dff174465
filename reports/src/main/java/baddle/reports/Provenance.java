package baddle.reports;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a report says of where its figures come from.
 *
 * @param lines facts in order, such as the dataset, the batch and its time
 */
public record Provenance(List<Map.Entry<String, String>> lines) {

  /** Copies the list. */
  public Provenance {
    lines = List.copyOf(lines);
  }

  /** With the entries of a map, in its order. */
  public static Provenance of(Map<String, String> lines) {
    return new Provenance(
        lines.entrySet().stream().map(e -> Map.entry(e.getKey(), e.getValue())).toList());
  }

  /** What is said of one thing, if anything is. */
  public Optional<String> fact(String key) {
    return lines.stream()
        .filter(line -> line.getKey().equals(key))
        .map(Map.Entry::getValue)
        .findFirst();
  }
}
