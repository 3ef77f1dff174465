package baddle.core.intake;

import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** One row being aligned. */
final class RowAlignment {

  private static final Pattern NUMBER = Pattern.compile("[-+(]?[0-9][0-9., ]*\\)?");

  /** A number that may head a column all the same: a year, or a year and a month. */
  private static final Pattern YEAR =
      Pattern.compile(
          "(19[5-9]|20[0-9]|21[0-4])[0-9][.]?((0[1-9]|1[0-2]))?|(0[1-9]|1[0-2])[.]?(19|20)[0-9]{2}");

  private final HeadingMatcher.Wanted wanted;
  private final int rowNumber;
  private final NavigableMap<Integer, String> headings;
  private final Map<Integer, String> lower;
  private final List<Integer> cells;
  private final Map<String, Integer> times = new HashMap<>();
  private final List<String> unused = new ArrayList<>();
  private final List<String> clashes = new ArrayList<>();
  private final Set<String> repeated = new LinkedHashSet<>();
  private final Map<Integer, String> turned = new TreeMap<>();

  RowAlignment(
      HeadingMatcher.Wanted wanted,
      int rowNumber,
      NavigableMap<Integer, String> headings,
      Map<Integer, String> lower) {
    this.wanted = wanted;
    this.cells = new ArrayList<>(Collections.nCopies(wanted.columns().size(), HeadingRow.ABSENT));
    this.rowNumber = rowNumber;
    this.headings = headings;
    this.lower = lower;
  }

  HeadingRow run(List<Map<Integer, String>> lines) {
    headings.replaceAll(this::numbered);
    headings.forEach(this::match);
    if (unused.stream().anyMatch(RowAlignment::isData)) {
      turned.keySet().removeIf(cell -> isNumber(headings.getOrDefault(cell, "")));
    }
    int first = headings.isEmpty() ? 0 : headings.firstKey();
    int end = headings.isEmpty() ? 0 : headings.lastKey() + 1;
    for (int cell = first; cell < end; cell++) {
      if (!headings.containsKey(cell)) {
        take(wanted.columnOf().get(Headings.comparable(Headings.ofColumn(cell))), cell, "");
      }
    }
    return new HeadingRow(
        rowNumber,
        first,
        end,
        cells,
        headings,
        unused,
        clashes,
        List.copyOf(repeated),
        missing(),
        absent(false),
        lines.stream().map(line -> Map.copyOf(line)).toList(),
        turned);
  }

  /** The second heading of one spelling is followed by 2, the third by 3. */
  private String numbered(int cell, String heading) {
    int time = times.merge(Headings.comparable(heading), 1, Integer::sum);
    if (time == 1) {
      return heading;
    }
    String name = heading + " " + time;
    repeated.add(name);
    return name;
  }

  private static boolean isNumber(String heading) {
    return NUMBER.matcher(heading).matches();
  }

  /** Whether a text is a number as rows of data have them; such a row has no headings. */
  private static boolean isData(String heading) {
    return isNumber(heading) && !YEAR.matcher(heading).matches();
  }

  private void match(int cell, String heading) {
    Integer column = wanted.columnOf().get(Headings.comparable(heading));
    String alone = lower.get(cell);
    boolean numbered = repeated.contains(heading);
    if (column == null && alone != null && !numbered) {
      Integer ofLower = wanted.columnOf().get(Headings.comparable(alone));
      column = ofLower != null && cells.get(ofLower) == HeadingRow.ABSENT ? ofLower : null;
    }
    Optional<String> label =
        isData(heading)
            ? Optional.empty()
            : wanted.turning().flatMap(turn -> turn.labels().label(heading));
    if (column == null && label.isPresent()) {
      turned.put(cell, label.get());
    } else if (column == null) {
      unused.add(heading);
    } else {
      take(column, cell, heading);
    }
  }

  private void take(@Nullable Integer column, int cell, String heading) {
    if (column == null) {
      return;
    }
    if (cells.get(column) == HeadingRow.ABSENT) {
      cells.set(column, cell);
    } else {
      clashes.add(headings.get(cells.get(column)) + " and " + heading);
    }
  }

  private List<String> missing() {
    List<String> missing = new ArrayList<>(absent(true));
    wanted
        .turning()
        .filter(
            turn ->
                turned.isEmpty() || !turned.values().containsAll(turn.labels().required().keySet()))
        .ifPresent(turn -> missing.add(turn.value()));
    return missing;
  }

  /** The columns whose heading isn't there: those that need it, or the others. */
  private List<String> absent(boolean needed) {
    List<IntakeColumn> columns = wanted.columns();
    List<String> absent = new ArrayList<>();
    for (int i = 0; i < columns.size(); i++) {
      boolean needs = columns.get(i).need() != IntakeColumn.Need.NONE;
      if (needs == needed && cells.get(i) == HeadingRow.ABSENT && wanted.lookedFor().get(i)) {
        absent.add(columns.get(i).column().name());
      }
    }
    return absent;
  }
}
