package baddle.app.check;

import baddle.core.finding.Place;
import baddle.core.intake.HeldValue;
import baddle.store.StoredHeldRow;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Held rows of one shape, with where they stand and why they are held before their own cells.
 *
 * @param name the feed they are of, or the dataset for rows that were read and held afterwards
 * @param headings the headings, those of the source last
 * @param rows as many cells as there are headings
 */
public record HeldTable(String name, List<String> headings, List<List<String>> rows) {

  private static final List<String> OWN =
      List.of("held_file", "held_sheet", "held_row", "held_because");

  /** Copies the lists. */
  public HeldTable {
    headings = List.copyOf(headings);
    rows = List.copyOf(rows);
  }

  /** Collects held rows by their shape; a row with several reasons is one row. */
  static final class Builder {

    private record Shape(String name, List<String> headings) {}

    private record Held(Place place, List<String> cells, List<String> reasons) {}

    private final Map<Shape, Map<Place, Held>> tables = new LinkedHashMap<>();

    void add(StoredHeldRow row) {
      List<String> headings = new ArrayList<>();
      List<String> cells = new ArrayList<>();
      int last = row.cells().keySet().stream().mapToInt(Integer::intValue).max().orElse(0);
      for (int cell = 1; cell <= Math.max(last, row.headings().size()); cell++) {
        String heading = cell <= row.headings().size() ? row.headings().get(cell - 1) : "";
        String text = row.cells().getOrDefault(cell, "");
        if (!heading.isEmpty() || !text.isEmpty()) {
          headings.add(heading);
          cells.add(text);
        }
      }
      add(row.feed(), headings, row.place(), cells, row.value());
    }

    void add(String name, List<String> headings, Place place, List<String> cells, HeldValue value) {
      String found = value.value().isEmpty() ? "a blank" : "\"" + value.value() + "\"";
      tables
          .computeIfAbsent(new Shape(name, List.copyOf(headings)), s -> new LinkedHashMap<>())
          .computeIfAbsent(place, p -> new Held(p, List.copyOf(cells), new ArrayList<>()))
          .reasons()
          .add(value.heading() + ": found " + found + ", expected " + value.expectation());
    }

    List<HeldTable> build() {
      List<HeldTable> all = new ArrayList<>();
      tables.forEach(
          (shape, held) -> {
            List<String> headings = new ArrayList<>(OWN);
            headings.addAll(shape.headings());
            all.add(
                new HeldTable(
                    shape.name(), headings, held.values().stream().map(Builder::row).toList()));
          });
      return all;
    }

    private static List<String> row(Held held) {
      Place place = held.place();
      List<String> cells = new ArrayList<>();
      cells.add(place.file() == null ? "" : place.file());
      cells.add(place.sheet() == null ? "" : place.sheet());
      cells.add(String.valueOf(place.row()));
      cells.add(String.join("; ", held.reasons()));
      cells.addAll(held.cells());
      return cells;
    }
  }
}
