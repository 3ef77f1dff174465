package baddle.formats.edit;

import baddle.core.grid.CellRange;
import baddle.core.grid.NamedRange;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** What is to be changed in a copy of a workbook. */
public final class WorkbookEdit {

  /**
   * A sheet that is copied.
   *
   * @param from the sheet
   * @param name the copy's name
   * @param place where it goes
   */
  public record Copy(String from, String name, Place place) {}

  /**
   * Where a sheet goes.
   *
   * @param beside the sheet it goes beside; empty for behind all
   * @param after whether it goes behind that one
   */
  public record Place(Optional<String> beside, boolean after) {

    /** Behind all others. */
    public static final Place LAST = new Place(Optional.empty(), true);
  }

  /**
   * A table that is made, or has other rows from now on.
   *
   * @param sheet where it lies
   * @param name its name
   * @param range with its headings
   * @param headings of its columns
   */
  public record Table(String sheet, String name, CellRange range, List<String> headings) {

    /** Copies the list. */
    public Table {
      headings = List.copyOf(headings);
    }
  }

  private final List<Copy> copies = new ArrayList<>();
  private final Map<String, SortedMap<CellAt, CellContent>> cells =
      new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
  private final List<Table> tables = new ArrayList<>();

  /** Copies a sheet, before any cell is changed. */
  public void copy(Copy copy) {
    copies.add(copy);
  }

  /** Puts something into a cell. */
  public void put(String sheet, CellAt at, CellContent content) {
    cells.computeIfAbsent(sheet, s -> new TreeMap<>()).put(at, content);
  }

  /** Makes or resizes a table. */
  public void table(Table table) {
    tables.add(table);
  }

  /** Names of ranges, with what they stand for in copies of their sheets too. */
  List<NamedRange> withCopied(List<NamedRange> names) {
    List<NamedRange> all = new ArrayList<>(names);
    for (Copy copy : copies) {
      names.stream()
          .filter(name -> name.sheet().equalsIgnoreCase(copy.from()))
          .map(name -> new NamedRange(name.name(), copy.name(), name.range(), name.table()))
          .forEach(all::add);
    }
    return all;
  }

  /** The sheet that a sheet is a copy of; its own name for all others. */
  String original(String sheet) {
    return copies.stream()
        .filter(copy -> copy.name().equalsIgnoreCase(sheet))
        .map(Copy::from)
        .findFirst()
        .orElse(sheet);
  }

  /** The cells whose values change. */
  ChangedCells changed() {
    ChangedCells changed = new ChangedCells();
    cells.forEach((sheet, of) -> of.keySet().forEach(at -> changed.add(sheet, at)));
    return changed;
  }

  /** Whether nothing changes. */
  public boolean isEmpty() {
    return copies.isEmpty() && cells.isEmpty() && tables.isEmpty();
  }

  /** The sheets that are copied, in order. */
  public List<Copy> copies() {
    return List.copyOf(copies);
  }

  /** What is put into the cells of a sheet, whatever its name's case. */
  public SortedMap<CellAt, CellContent> cells(String sheet) {
    return cells.getOrDefault(sheet, new TreeMap<>());
  }

  /** The sheets that have cells that change. */
  public List<String> sheets() {
    return List.copyOf(cells.keySet());
  }

  /** The tables of a sheet that are made or resized. */
  public List<Table> tables(String sheet) {
    return tables.stream().filter(table -> table.sheet().equalsIgnoreCase(sheet)).toList();
  }
}
