package baddle.app.lists;

import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.check.HeldTable;
import baddle.app.consolidate.FileRereader;
import baddle.app.review.HiddenReasons;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.Headings;
import baddle.core.table.Origin;
import baddle.core.table.Vector;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.entry.StoredFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The rows of a dataset's sources that a rule has left out, in the shape of their sources. They
 * aren't stored, so their files are read once more. A row whose columns become rows is there once.
 */
public final class LeftOutTables {

  private static final List<String> OWN = List.of("file", "sheet", "row", "because");

  private static final List<String> PLACE =
      Stream.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW)
          .map(column -> column.name())
          .toList();

  /** The rows of one feed that have the same headings. */
  private record Shape(String feed, Map<Integer, String> headings) {

    Shape {
      headings = new LinkedHashMap<>(headings);
    }
  }

  private LeftOutTables() {}

  /**
   * Reads them.
   *
   * @param batch those of the files of this batch
   */
  public static List<HeldTable> of(Project project, String dataset, int batch) throws IOException {
    Map<String, String> feeds = new HashMap<>();
    Optional<HeldTable> later;
    try (Store store = OwnStore.openToRead(project)) {
      later = duplicates(project, store.dataset(dataset, batch), dataset);
      for (StoredFile file : store.catalogue().files(batch)) {
        if (file.dataset().equals(dataset)) {
          feeds.put(file.path(), file.feed());
        }
      }
    }
    Map<Shape, Set<List<String>>> rows = new LinkedHashMap<>();
    FileRereader.read(
        project,
        feeds::containsKey,
        (source, headings, row, because) -> {
          String file = Objects.requireNonNullElse(source.file(), "");
          List<String> cells = new ArrayList<>();
          cells.add(file);
          cells.add(Objects.requireNonNullElse(source.sheet(), ""));
          cells.add(String.valueOf(row.number()));
          cells.add(because);
          Shape shape = shape(Objects.requireNonNull(feeds.get(file)), headings, row);
          shape.headings().keySet().forEach(column -> cells.add(row.seen(column)));
          rows.computeIfAbsent(shape, s -> new LinkedHashSet<>()).add(cells);
        });
    List<HeldTable> tables = new ArrayList<>();
    rows.forEach(
        (shape, of) -> {
          List<String> headings = new ArrayList<>(OWN);
          headings.addAll(shape.headings().values());
          tables.add(new HeldTable(shape.feed(), headings, List.copyOf(of)));
        });
    later.ifPresent(tables::add);
    return tables;
  }

  /** The rows that were read and left out afterwards, with the values that were read. */
  private static Optional<HeldTable> duplicates(
      Project project, DatasetReader reader, String dataset) throws IOException {
    DatasetPlan plan = Objects.requireNonNull(project.plan().datasets().get(dataset));
    List<String> own =
        plan.schema().names().stream().filter(n -> reader.schema().indexOf(n).isPresent()).toList();
    List<String> columns = new ArrayList<>(PLACE);
    columns.addAll(own);
    List<List<String>> rows = new ArrayList<>();
    HiddenReasons.scan(
        reader,
        columns,
        (block, row, reason) -> {
          if (reason.held().isEmpty()) {
            List<String> cells = new ArrayList<>();
            for (int column = 0; column < columns.size(); column++) {
              Vector vector = block.vector(column);
              cells.add(
                  vector.isBlank(row)
                      ? ""
                      : vector.shown(row, block.schema().column(column).type()));
            }
            cells.add(PLACE.size(), reason.leftOut(String.join(", ", plan.duplicates().key())));
            rows.add(cells);
          }
        });
    List<String> headings = new ArrayList<>(OWN);
    headings.addAll(own);
    return rows.isEmpty() ? Optional.empty() : Optional.of(new HeldTable(dataset, headings, rows));
  }

  /** The table's headings, and the letter of each further column that the row fills. */
  private static Shape shape(String feed, Map<Integer, String> headings, GridRow row) {
    Map<Integer, String> all = new LinkedHashMap<>();
    int last = headings.keySet().stream().mapToInt(Integer::intValue).max().orElse(-1);
    for (int column = 0; column <= Math.max(last, row.width() - 1); column++) {
      String heading = headings.get(column);
      if (heading != null) {
        all.put(column, heading);
      } else if (!row.text(column).isEmpty()) {
        all.put(column, Headings.ofColumn(column));
      }
    }
    return new Shape(feed, all);
  }
}
