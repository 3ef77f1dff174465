package baddle.core.intake;

import baddle.core.grid.CellRange;
import baddle.core.intake.heading.Headings;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The cells of a feed's sheets that nobody needs to read: whole sheets and columns by their names,
 * and ranges.
 *
 * @param names names of sheets and headings; {@code *} stands for any characters
 * @param ranges cells, on every sheet of the feed
 */
public record IgnoredCells(List<String> names, List<CellRange> ranges) {

  /** None. */
  public static final IgnoredCells NONE = new IgnoredCells(List.of(), List.of());

  private static final Pattern COLUMNS = Pattern.compile("([A-Za-z]{1,3}):([A-Za-z]{1,3})");
  private static final Pattern ROWS = Pattern.compile("(\\d{1,7}):(\\d{1,7})");

  /** Copies the lists. */
  public IgnoredCells {
    names = List.copyOf(names);
    ranges = List.copyOf(ranges);
  }

  /** Reads entries: {@code H:K}, {@code 1:3}, {@code A1:F9}, or the name of a sheet or heading. */
  public static IgnoredCells of(List<String> entries) {
    List<String> names = new ArrayList<>();
    List<CellRange> ranges = new ArrayList<>();
    for (String entry : entries) {
      Matcher columns = COLUMNS.matcher(entry.strip());
      Matcher rows = ROWS.matcher(entry.strip());
      if (columns.matches()) {
        CellRange.parse(columns.group(1) + "1:" + columns.group(2)).ifPresent(ranges::add);
      } else if (rows.matches()) {
        ranges.add(
            new CellRange(
                Integer.parseInt(rows.group(1)),
                Integer.parseInt(rows.group(2)),
                0,
                CellRange.OPEN));
      } else if (entry.contains(":") && CellRange.parse(entry).isPresent()) {
        ranges.add(CellRange.parse(entry).get());
      } else {
        names.add(entry);
      }
    }
    return new IgnoredCells(names, ranges);
  }

  /** Whether nothing is ignored. */
  public boolean isNone() {
    return names.isEmpty() && ranges.isEmpty();
  }

  /** Whether a sheet or heading is ignored by its name. */
  public boolean hasName(String name) {
    for (String ignored : names) {
      if (Headings.comparable(name).matches(pattern(ignored))) {
        return true;
      }
    }
    return false;
  }

  private static String pattern(String name) {
    return Arrays.stream(name.split("\\*", -1))
        .map(part -> Pattern.quote(Headings.comparable(part)))
        .collect(Collectors.joining(".*"));
  }

  /** Whether a cell is ignored by its place. */
  boolean has(int row, int column) {
    for (CellRange range : ranges) {
      if (row >= range.firstRow()
          && row <= range.lastRow()
          && column >= range.firstColumn()
          && column < range.endColumn()) {
        return true;
      }
    }
    return false;
  }

  /** What goes into the hash of how a source is read. */
  @Override
  public String toString() {
    return names + " " + ranges;
  }
}
