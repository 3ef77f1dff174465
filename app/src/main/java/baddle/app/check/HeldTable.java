package baddle.app.check;

import baddle.app.reading.MendedFiles;
import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.core.intake.RowMark;
import baddle.core.intake.heading.Headings;
import baddle.core.outcome.HeldValue;
import baddle.store.entry.StoredHeldRow;
import baddle.store.entry.StoredMended;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Held rows of one shape, with where they are and why they are held before their own cells.
 *
 * @param name the feed they are of, or the dataset for rows that were read and held afterwards
 * @param headings the headings, those of the source last
 * @param rows as many cells as there are headings
 */
public record HeldTable(String name, List<String> headings, List<List<String>> rows) {

  /** Copies the lists. */
  public HeldTable {
    headings = List.copyOf(headings);
    rows = List.copyOf(rows);
  }

  /** Collects held rows by their shape; a row with several reasons is one row. */
  static final class Builder {

    private record Shape(String name, List<String> headings) {
      Shape {
        headings = List.copyOf(headings);
      }
    }

    private record Held(Place place, String mark, List<String> cells, List<String> reasons) {}

    private final Map<Place, List<StoredMended>> mended = new HashMap<>();

    private final Map<Shape, Map<Place, Held>> tables = new LinkedHashMap<>();

    /** Takes what was read as mended and is held all the same. */
    void mended(List<StoredMended> values) {
      for (StoredMended value : values) {
        mended.computeIfAbsent(rowOf(value.place()), p -> new ArrayList<>()).add(value);
      }
    }

    private static Place rowOf(Place place) {
      return new Place(place.file(), place.sheet(), place.row(), null);
    }

    /** The mark of a row as it was sent. */
    private String mark(StoredHeldRow row) {
      SortedMap<Integer, String> cells = new TreeMap<>(row.cells());
      for (StoredMended value : mended.getOrDefault(rowOf(row.place()), List.of())) {
        for (int cell = 1;
            cell <= Math.max(row.headings().size(), cells.isEmpty() ? 0 : cells.lastKey());
            cell++) {
          if (heading(row, cell).equals(value.place().heading())) {
            cells.put(cell, value.sent());
          }
        }
      }
      cells.values().removeIf(String::isEmpty);
      return RowMark.of(cells);
    }

    private static String heading(StoredHeldRow row, int cell) {
      String heading = cell <= row.headings().size() ? row.headings().get(cell - 1) : "";
      return heading.isEmpty() ? Headings.ofColumn(cell - 1) : heading;
    }

    void add(StoredHeldRow row) {
      List<String> headings = new ArrayList<>();
      List<String> cells = new ArrayList<>();
      int last = row.cells().keySet().stream().mapToInt(Integer::intValue).max().orElse(0);
      for (int cell = 1; cell <= Math.max(last, row.headings().size()); cell++) {
        boolean named = cell <= row.headings().size() && !row.headings().get(cell - 1).isEmpty();
        String text = row.cells().getOrDefault(cell, "");
        if (named || !text.isEmpty()) {
          headings.add(heading(row, cell));
          cells.add(text);
        }
      }
      add(new Shape(row.feed(), headings), row.place(), mark(row), cells, row.value());
    }

    /** Takes a row that was read and is held for what was made of it. */
    void add(String name, List<String> headings, Place place, List<String> cells, HeldValue value) {
      add(new Shape(name, headings), place, "", cells, value);
    }

    private void add(Shape shape, Place place, String mark, List<String> cells, HeldValue value) {
      String found = Listing.quoted(value.value());
      tables
          .computeIfAbsent(shape, s -> new LinkedHashMap<>())
          .computeIfAbsent(place, p -> new Held(p, mark, List.copyOf(cells), new ArrayList<>()))
          .reasons()
          .add(value.heading() + ": found " + found + ", expected " + value.expectation());
    }

    List<HeldTable> build() {
      List<HeldTable> all = new ArrayList<>();
      tables.forEach(
          (shape, held) -> {
            List<String> headings = new ArrayList<>(MendedFiles.OWN);
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
      cells.add(held.mark());
      cells.addAll(held.cells());
      return cells;
    }
  }
}
