package baddle.app.fill;

import baddle.app.Project;
import baddle.app.output.OutputFile;
import baddle.app.reading.FilledCells;
import baddle.app.reading.OwnList;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What earlier fills wrote into cells, kept beside the store, so that a cell that somebody has
 * changed since is told from one that nobody has.
 */
final class WrittenCells {

  private final OwnList list;
  private final Map<List<String>, String> values = new TreeMap<>(WrittenCells::compare);
  private boolean changed;

  private WrittenCells(OwnList list) {
    this.list = list;
  }

  private static int compare(List<String> one, List<String> other) {
    for (int i = 0; i < one.size(); i++) {
      int order = one.get(i).compareTo(other.get(i));
      if (order != 0) {
        return order;
      }
    }
    return 0;
  }

  /** Those of a project; none where nothing was filled yet. */
  static WrittenCells of(Project project) throws IOException {
    OwnList list = FilledCells.of(project);
    WrittenCells cells = new WrittenCells(list);
    for (Map<String, String> line : list.lines()) {
      List<String> key =
          FilledCells.PLACE.stream().map(column -> line.getOrDefault(column, "")).toList();
      cells.values.put(key, line.getOrDefault(FilledCells.VALUE, ""));
    }
    return cells;
  }

  /** Whether a fill wrote a file. */
  boolean knows(String file) {
    return values.keySet().stream().anyMatch(key -> key.get(0).equals(file));
  }

  /** What a fill wrote into a cell. */
  Optional<String> value(String file, String sheet, String cell) {
    return Optional.ofNullable(values.get(List.of(file, sheet, cell)));
  }

  /** Notes what was written. */
  void put(String file, String sheet, String cell, String value) {
    changed |= !value.equals(values.put(List.of(file, sheet, cell), value));
  }

  /** Forgets a cell. */
  void remove(String file, String sheet, String cell) {
    changed |= values.remove(List.of(file, sheet, cell)) != null;
  }

  /** Writes the list beside its place, if it has changed. */
  Optional<OutputFile.Staged> beside() throws IOException {
    if (!changed) {
      return Optional.empty();
    }
    List<List<String>> lines = new ArrayList<>();
    for (Map.Entry<List<String>, String> cell : values.entrySet()) {
      List<String> line = new ArrayList<>(cell.getKey());
      line.add(cell.getValue());
      lines.add(line);
    }
    return Optional.of(list.beside(lines));
  }
}
