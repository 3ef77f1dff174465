package baddle.app.fill;

import baddle.app.OutputFile;
import baddle.app.Project;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.formats.Formats;
import baddle.formats.csv.CsvRowWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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

  private static final List<String> COLUMNS = List.of("file", "sheet", "cell", "value");
  private static final String NAME = "fills.csv";

  private final Path path;
  private final Map<List<String>, String> values = new TreeMap<>(WrittenCells::compare);
  private boolean changed;

  private WrittenCells(Path path) {
    this.path = path;
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
    WrittenCells cells = new WrittenCells(project.storeFolder().resolve(NAME));
    if (Files.isRegularFile(cells.path)) {
      try (GridFile file = new Formats().open(cells.path, Dialect.TOLD_BY_CONTENT)) {
        file.sheets().get(0).read(cells.new Sink());
      }
    }
    return cells;
  }

  private final class Sink implements RowSink {
    private final GridRow row = new GridRow();
    private boolean begun;

    @Override
    public GridRow next() {
      return row;
    }

    @Override
    public void row(GridRow filled) {
      if (begun) {
        values.put(List.of(filled.text(0), filled.text(1), filled.text(2)), filled.text(3));
      }
      begun = true;
    }

    @Override
    public boolean wantsMore() {
      return true;
    }
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
  Optional<OutputFile.Beside> beside() throws IOException {
    if (!changed) {
      return Optional.empty();
    }
    Files.createDirectories(path.resolveSibling(""));
    return Optional.of(
        new OutputFile(path)
            .writeBeside(
                Optional.empty(),
                out -> {
                  CsvRowWriter writer = new CsvRowWriter(out);
                  writer.row(COLUMNS);
                  for (Map.Entry<List<String>, String> cell : values.entrySet()) {
                    List<String> row = new ArrayList<>(cell.getKey());
                    row.add(cell.getValue());
                    writer.row(row);
                  }
                  writer.close();
                }));
  }
}
