package baddle.app.look;

import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Groups files by what their tables are called, and keeps a line of each. */
public final class Layouts {

  private static final int MOST_DIFFERENCES = 3;

  private final Map<Set<String>, LookedFile> examples = new LinkedHashMap<>();
  private final Map<Set<String>, List<Layout.FileLine>> lines = new LinkedHashMap<>();

  /** Before the first file. */
  public Layouts() {}

  /** Takes the next file. */
  public void add(LookedFile file) {
    Set<String> headings = headings(file);
    LookedFile example = examples.computeIfAbsent(headings, h -> file);
    lines.computeIfAbsent(headings, h -> new ArrayList<>()).add(line(file, example));
  }

  /** The layouts, those of the most files first. */
  public List<Layout> list() {
    List<Layout> layouts = new ArrayList<>();
    examples.forEach(
        (headings, file) -> layouts.add(new Layout(file, lines.getOrDefault(headings, List.of()))));
    layouts.sort(Comparator.comparing(layout -> -layout.files().size()));
    return layouts;
  }

  private static List<TableProfile> tables(LookedFile file) {
    return file.sheets().stream().flatMap(sheet -> sheet.tables().stream()).toList();
  }

  /** The headings of its tables; a file without any is like other such files. */
  private static Set<String> headings(LookedFile file) {
    Set<String> all = new TreeSet<>();
    for (TableProfile table : tables(file)) {
      Set<String> headings = new TreeSet<>();
      table.columns().forEach(column -> headings.add(column.heading()));
      all.add(String.join("\t", headings));
    }
    return all;
  }

  private static Layout.FileLine line(LookedFile file, LookedFile example) {
    List<TableProfile> tables = tables(file);
    String first = "";
    String last = "";
    for (TableProfile table : tables) {
      Optional<TableProfile.Column> date =
          table.columns().stream()
              .filter(column -> column.values().type().isCalendar())
              .findFirst();
      if (date.isPresent()) {
        String least = date.get().values().least();
        String greatest = date.get().values().greatest();
        first = first.isEmpty() || least.compareTo(first) < 0 ? least : first;
        last = greatest.compareTo(last) > 0 ? greatest : last;
      }
    }
    return new Layout.FileLine(
        file.file(),
        (int) file.sheets().stream().filter(sheet -> !sheet.tables().isEmpty()).count(),
        tables.stream().mapToLong(TableProfile::rows).sum(),
        tables.stream().anyMatch(TableProfile::stoppedEarly),
        first,
        last,
        differences(file, example));
  }

  private static List<String> differences(LookedFile file, LookedFile example) {
    Set<String> differs = new LinkedHashSet<>();
    if (!file.kind().equals(example.kind())) {
      differs.add(file.kind());
    }
    differs.addAll(file.oddities());
    differs.removeAll(example.oddities());
    List<TableProfile> own = tables(file);
    List<TableProfile> others = tables(example);
    if (!own.isEmpty() && !others.isEmpty()) {
      differences(own.get(0), others.get(0), differs);
    }
    int more = differs.size() - MOST_DIFFERENCES;
    List<String> shown = new ArrayList<>(differs.stream().limit(MOST_DIFFERENCES).toList());
    if (more > 0) {
      shown.add("and " + more + " more");
    }
    return shown;
  }

  private static void differences(TableProfile own, TableProfile example, Set<String> differs) {
    if (own.headingRow() != example.headingRow()) {
      differs.add("headings in row " + own.headingRow());
    }
    List<String> order = own.columns().stream().map(TableProfile.Column::heading).toList();
    if (!order.equals(example.columns().stream().map(TableProfile.Column::heading).toList())) {
      differs.add("another order of columns");
    }
    for (TableProfile.Column column : own.columns()) {
      Optional<TableProfile.Column> other =
          example.columns().stream()
              .filter(one -> one.heading().equals(column.heading()))
              .findFirst();
      if (other.isPresent()) {
        ColumnType.Kind kind = column.values().type().kind();
        if (kind != other.get().values().type().kind()) {
          differs.add(column.heading() + " is " + kind.word());
        }
        for (String oddity : column.values().oddities()) {
          if (!other.get().values().oddities().contains(oddity)) {
            differs.add(column.heading() + ": " + oddity);
          }
        }
      }
    }
  }
}
