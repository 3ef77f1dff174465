package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundTable;
import baddle.core.profile.TableProfile;
import baddle.core.table.Origin;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A dataset that is being proposed: the columns of tables that are alike. */
final class DraftDataset {

  /** So much of the longer of two lists of headings has to be alike. */
  private static final double ALIKE = 0.5;

  /** Or so much of the shorter. */
  private static final double WITHIN = 0.8;

  /** More columns than these don't agree by chance. */
  private static final int MANY = 3;

  private final Questions questions;
  private final List<DraftColumn> columns = new ArrayList<>();
  private final List<FoundTable> tables = new ArrayList<>();
  private final List<String> evidence = new ArrayList<>();
  private final Map<String, String> writing = new LinkedHashMap<>();
  private String name = "";
  private List<String> latest = List.of();
  private boolean isLatestOfMany;
  private @Nullable Turned turned;

  DraftDataset(Questions questions) {
    this.questions = questions;
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

  /** The tables that it is made of. */
  List<FoundTable> tables() {
    return tables;
  }

  /** The files of these. */
  List<String> paths() {
    return tables.stream().map(FoundTable::path).distinct().toList();
  }

  /** Its tables by the folders of their files. */
  Map<String, List<FoundTable>> byFolder() {
    Map<String, List<FoundTable>> byFolder = new LinkedHashMap<>();
    for (FoundTable table : tables) {
      byFolder
          .computeIfAbsent(FolderFile.folderOf(table.path()), folder -> new ArrayList<>())
          .add(table);
    }
    return byFolder;
  }

  /**
   * Notes by which columns rows are told that several exports repeat.
   *
   * @param isOfRows whether each row of a file has values of its own there
   */
  void latestBy(List<String> columns, boolean isOfRows) {
    latest = List.copyOf(columns);
    isLatestOfMany = !isOfRows;
  }

  /** Whether several rows of a file have the same values in the columns of {@link #latest}. */
  boolean isLatestOfMany() {
    return isLatestOfMany;
  }

  /** The columns by which only the rows of the latest source count; none where all do. */
  List<String> latest() {
    return latest;
  }

  /** How the values of some files are written, as was answered; settings of their feed. */
  List<String> writing(List<String> paths) {
    return writing.entrySet().stream()
        .filter(
            one ->
                paths.stream()
                    .anyMatch(path -> one.getKey().endsWith("\n" + FolderFile.folderOf(path))))
        .map(Map.Entry::getValue)
        .distinct()
        .toList();
  }

  /** Notes which of its columns become rows. */
  void turn(Turned columns) {
    turned = columns;
  }

  /** The columns that become rows, as far as other tables show it. */
  Optional<Turned> turned() {
    return Optional.ofNullable(turned);
  }

  /** Which columns are computed from others. */
  List<Computed> computed() {
    return Computed.of(columns, tables);
  }

  /** What is believed of it, and why; a line each. */
  List<String> evidence() {
    return evidence;
  }

  Optional<DraftColumn> column(String columnName) {
    return columns.stream().filter(column -> column.name().equals(columnName)).findFirst();
  }

  /** The date that every row of every source has: by it, notes and totals are told from rows. */
  Optional<DraftColumn> date() {
    int most = columns.stream().mapToInt(DraftColumn::sources).max().orElse(0);
    return columns.stream()
        .filter(column -> column.type().isCalendar() && column.sources() == most)
        .filter(DraftColumn::isAlwaysFilled)
        .findFirst();
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

  /** How much of the shorter of the two has its like in the other, from 0 to 1. */
  double likeness(FoundTable found) {
    Likeness likeness = new Likeness(found);
    return likeness.shorter == 0 ? 0 : (double) likeness.alike / likeness.shorter;
  }

  boolean isAlike(FoundTable found) {
    Likeness likeness = new Likeness(found);
    double ofShorter = likeness.shorter == 0 ? 0 : (double) likeness.alike / likeness.shorter;
    return ofShorter >= ALIKE
        && (ofShorter >= WITHIN
            || likeness.alike * 1.0 / likeness.longer >= ALIKE
            || likeness.alike > MANY);
  }

  /** How many columns there are on both sides; months across count as one. */
  private final class Likeness {

    private final int shorter;
    private final int longer;
    private final int alike;

    Likeness(FoundTable found) {
      TableProfile table = found.table();
      List<String> theirs = table.columns().stream().map(TableProfile.Column::heading).toList();
      List<String> ours = columns.stream().map(one -> one.heading()).toList();
      boolean across = MonthsAcross.are(theirs) && MonthsAcross.are(ours);
      long months = across ? theirs.stream().filter(MonthsAcross::isMonth).count() - 1 : 0;
      long ourMonths = across ? ours.stream().filter(MonthsAcross::isMonth).count() - 1 : 0;
      int one = (int) (theirs.size() - months);
      int other = (int) (ours.size() - ourMonths);
      shorter = Math.min(one, other);
      longer = Math.max(one, other);
      long same =
          align(found, false).keySet().stream()
              .filter(column -> !across || !MonthsAcross.isMonth(column.heading()))
              .count();
      alike = (int) same + (across ? 1 : 0);
    }
  }

  /** Which of a table's columns are its own, and by what. */
  Map<TableProfile.Column, AlignedHeading> align(FoundTable found) {
    String folder = FolderFile.folderOf(found.path());
    return align(
        found, tables.stream().anyMatch(one -> FolderFile.folderOf(one.path()).equals(folder)));
  }

  private Map<TableProfile.Column, AlignedHeading> align(FoundTable found, boolean byRest) {
    return HeadingAlignment.of(columns, this::computed, found, byRest);
  }

  /** Adds the columns of a table. */
  void add(FoundTable found) {
    TableProfile table = found.table();
    Map<TableProfile.Column, AlignedHeading> aligned = align(found);
    for (TableProfile.Column column : table.columns()) {
      AlignedHeading one = aligned.get(column);
      boolean known = one != null && (isSpelt(one, column) || isTaken(one, column, found));
      DraftColumn target = one != null && known ? one.column() : newColumn(column.heading());
      target.spell(column.heading());
      target.take(
          column.values(),
          tables.size(),
          isAlwaysFilled(column, found),
          !found.repeating().contains(column.heading()));
      new Unclear(questions, column, found).ask(target, writing);
    }
    tables.add(found);
  }

  /** By the rows that were looked at; where there are more, no cell at all may be blank. */
  private static boolean isAlwaysFilled(TableProfile.Column column, FoundTable found) {
    long blank = column.values().rows() - column.values().filled();
    return found.rows().alwaysFilled().contains(column.heading()) && blank <= found.rows().others();
  }

  private static boolean isSpelt(AlignedHeading one, TableProfile.Column column) {
    return one.column().isSpelt(column.heading());
  }

  private DraftColumn newColumn(String heading) {
    DraftColumn column = new DraftColumn(heading);
    column.rename(freeName(column.name()));
    columns.add(column);
    return column;
  }

  /** Whether a heading is taken for a column that is spelt otherwise. */
  private boolean isTaken(AlignedHeading one, TableProfile.Column column, FoundTable found) {
    String first = one.column().heading();
    String pair = first + " = " + column.heading();
    if (!one.isOnlyLikely()) {
      evidence.add(pair + " (" + one.evidence() + "; " + found.place() + ")");
      return true;
    }
    Question question = same(pair, one.evidence() + " (" + found.place() + ")");
    if (!questions.choose(question).equals("same")) {
      return false;
    }
    if (questions.isOpen(question)) {
      one.column().doubt(question.line());
    }
    return true;
  }

  private static Question same(String pair, String why) {
    return Question.of(
        pair,
        why,
        "same",
        new QuestionAnswer("same", "they are one column"),
        new QuestionAnswer("apart", "they are two columns"));
  }

  /** Makes one of two columns of numbers that no table has both of, and each has one of. */
  void joinComplements() {
    for (ColumnType.Kind kind : List.of(ColumnType.Kind.INTEGER, ColumnType.Kind.DECIMAL)) {
      List<DraftColumn> numbers = columns.stream().filter(c -> c.type().kind() == kind).toList();
      List<DraftColumn[]> found = new ArrayList<>();
      for (DraftColumn one : numbers) {
        for (DraftColumn other : numbers.subList(numbers.indexOf(one) + 1, numbers.size())) {
          if (one.complements(other, tables.size())) {
            found.add(new DraftColumn[] {one, other});
          }
        }
      }
      if (found.size() == 1) {
        join(found.get(0)[0], found.get(0)[1]);
      }
    }
  }

  private void join(DraftColumn kept, DraftColumn other) {
    String pair = kept.heading() + " = " + other.heading();
    Question question = same(pair, "each table has the one or the other");
    if (questions.choose(question).equals("same")) {
      if (questions.isOpen(question)) {
        kept.doubt(question.line());
      }
      kept.join(other);
      columns.remove(other);
    }
  }

  String freeName(String wanted) {
    String free = Origin.has(wanted) ? wanted + "_" : wanted;
    for (int i = 2; column(free).isPresent(); i++) {
      free = wanted + "_" + i;
    }
    return free;
  }
}
