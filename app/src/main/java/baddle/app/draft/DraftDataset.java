package baddle.app.draft;

import baddle.core.intake.TableProfile;
import baddle.core.table.Origin;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A dataset that is being proposed: the columns of tables that are alike. */
final class DraftDataset {

  /** So much of the longer of two lists of headings has to be alike. */
  private static final double ALIKE = 0.5;

  /** Or so much of the shorter. */
  private static final double WITHIN = 0.8;

  /** More columns than these don't agree by chance. */
  private static final int MANY = 3;

  private final List<DraftColumn> columns = new ArrayList<>();
  private final List<String> pairs = new ArrayList<>();
  private String name;
  private int tableCount;

  DraftDataset(String name) {
    this.name = name;
  }

  String name() {
    return name;
  }

  void rename(String newName) {
    name = newName;
  }

  List<DraftColumn> columns() {
    return columns;
  }

  /** Headings that were taken for one column though they differ, and why. */
  List<String> pairs() {
    return pairs;
  }

  Optional<DraftColumn> column(String columnName) {
    return columns.stream().filter(column -> column.name().equals(columnName)).findFirst();
  }

  /** How much of the shorter of the two has its like in the other, from 0 to 1. */
  double likeness(TableProfile table) {
    int shorter = Math.min(table.columns().size(), columns.size());
    return shorter == 0 ? 0 : (double) align(table, false).size() / shorter;
  }

  boolean isAlike(TableProfile table) {
    int longer = Math.max(table.columns().size(), columns.size());
    double ofShorter = likeness(table);
    int alike = align(table, false).size();
    return ofShorter >= ALIKE
        && (ofShorter >= WITHIN || alike * 1.0 / longer >= ALIKE || alike > MANY);
  }

  /** The column that has a heading among its spellings. */
  Optional<DraftColumn> spelt(String heading) {
    return columns.stream().filter(column -> column.isSpelt(heading)).findFirst();
  }

  /** A column of texts by its name, another by its heading, which keeps what was written. */
  String asSent(String heading) {
    return spelt(heading)
        .filter(column -> column.type().kind() == ColumnType.Kind.TEXT)
        .map(DraftColumn::name)
        .orElse('"' + heading.replace("\"", "\"\"") + '"');
  }

  /** Adds the columns of a table. */
  void add(TableProfile table, String place, boolean sameFolder) {
    Map<TableProfile.Column, DraftColumn> aligned = align(table, sameFolder);
    for (TableProfile.Column column : table.columns()) {
      DraftColumn target = aligned.get(column);
      if (target == null) {
        target = new DraftColumn(column.heading());
        target.rename(freeName(target.name()));
        columns.add(target);
      } else if (!target.isSpelt(column.heading())) {
        notePair(column, target, place);
      }
      target.spell(column.heading());
      target.take(column.values(), tableCount);
      for (String oddity : column.values().oddities()) {
        if (oddity.contains("can't be told") || oddity.startsWith("both ")) {
          target.doubt(column.heading() + " in " + place + ": " + oddity);
        }
      }
      Optional<String> many = column.values().mayBeNumbers();
      if (many.isPresent()) {
        target.doubt(column.heading() + " in " + place + ": " + many.get());
      }
    }
    tableCount++;
  }

  /** Makes one of two columns of numbers that no table has both of, and each has one of. */
  void joinComplements() {
    for (ColumnType.Kind kind : List.of(ColumnType.Kind.INTEGER, ColumnType.Kind.DECIMAL)) {
      List<DraftColumn> numbers = columns.stream().filter(c -> c.type().kind() == kind).toList();
      List<DraftColumn[]> found = new ArrayList<>();
      for (DraftColumn one : numbers) {
        for (DraftColumn other : numbers.subList(numbers.indexOf(one) + 1, numbers.size())) {
          if (one.complements(other, tableCount)) {
            found.add(new DraftColumn[] {one, other});
          }
        }
      }
      if (found.size() == 1) {
        DraftColumn kept = found.get(0)[0];
        DraftColumn other = found.get(0)[1];
        String pair =
            kept.spellings().iterator().next() + " = " + other.spellings().iterator().next();
        String why = "each table has the one or the other";
        pairs.add(pair + " (" + why + ")");
        kept.doubt(pair + ": " + why);
        kept.join(other);
        columns.remove(other);
      }
    }
  }

  private void notePair(TableProfile.Column column, DraftColumn target, String place) {
    boolean byWords = target.spellings().stream().anyMatch(s -> isNear(s, column.heading()));
    String why =
        byWords
            ? "the words of one are in the other"
            : "the only two " + target.type().kind().word() + " columns left on both sides";
    String pair = target.spellings().iterator().next() + " = " + column.heading();
    pairs.add(pair + " (" + why + "; " + place + ")");
    if (!byWords) {
      target.doubt(pair + ": " + why);
    }
  }

  String freeName(String wanted) {
    String free = Origin.has(wanted) ? wanted + "_" : wanted;
    for (int i = 2; column(free).isPresent(); i++) {
      free = wanted + "_" + i;
    }
    return free;
  }

  private Map<TableProfile.Column, DraftColumn> align(TableProfile table, boolean byTypeToo) {
    Map<TableProfile.Column, DraftColumn> aligned = new LinkedHashMap<>();
    Set<DraftColumn> taken = new HashSet<>();
    for (TableProfile.Column column : table.columns()) {
      columns.stream()
          .filter(known -> !taken.contains(known) && known.isSpelt(column.heading()))
          .findFirst()
          .ifPresent(known -> join(column, known, aligned, taken));
    }
    for (TableProfile.Column column : table.columns()) {
      if (!aligned.containsKey(column)) {
        List<DraftColumn> near =
            columns.stream()
                .filter(known -> !taken.contains(known) && areCompatible(column, known))
                .filter(k -> k.spellings().stream().anyMatch(s -> isNear(s, column.heading())))
                .toList();
        if (near.size() == 1) {
          join(column, near.get(0), aligned, taken);
        }
      }
    }
    if (byTypeToo && aligned.size() * 2 >= table.columns().size()) {
      alignByType(table, aligned, taken);
    }
    return aligned;
  }

  private static void join(
      TableProfile.Column column,
      DraftColumn known,
      Map<TableProfile.Column, DraftColumn> aligned,
      Set<DraftColumn> taken) {
    aligned.put(column, known);
    taken.add(known);
  }

  /** Columns of numbers or dates that are the only ones of their type left on both sides. */
  private void alignByType(
      TableProfile table, Map<TableProfile.Column, DraftColumn> aligned, Set<DraftColumn> taken) {
    for (ColumnType.Kind kind : ColumnType.Kind.values()) {
      List<TableProfile.Column> left =
          table.columns().stream()
              .filter(c -> !aligned.containsKey(c) && c.values().type().kind() == kind)
              .toList();
      List<DraftColumn> known =
          columns.stream().filter(c -> !taken.contains(c) && c.type().kind() == kind).toList();
      if (kind != ColumnType.Kind.TEXT && left.size() == 1 && known.size() == 1) {
        join(left.get(0), known.get(0), aligned, taken);
      }
    }
  }

  private static boolean areCompatible(TableProfile.Column column, DraftColumn known) {
    ColumnType one = column.values().type();
    ColumnType other = known.type();
    return one.kind() == other.kind() || (one.isNumber() && other.isNumber());
  }

  /** Whether all the words of one heading are among those of the other. */
  static boolean isNear(String one, String other) {
    Set<String> first = words(one);
    Set<String> second = words(other);
    return !first.isEmpty()
        && !second.isEmpty()
        && (first.containsAll(second) || second.containsAll(first));
  }

  private static Set<String> words(String heading) {
    Set<String> words = new HashSet<>();
    Arrays.stream(heading.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+"))
        .filter(word -> !word.isEmpty())
        .forEach(words::add);
    return words;
  }
}
