package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.Relation;
import baddle.app.draft.words.HeadingWords;
import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.BiPredicate;
import java.util.function.Supplier;
import java.util.stream.Collectors;

/** Finds which columns of a table are those of a dataset, and by what. */
final class HeadingAlignment {

  /** Distinct texts that two columns have to have in common, of a hundred of the fewer. */
  private static final int OVERLAP = 50;

  private static final int LEAST_COMMON = 2;

  private final Collection<DraftColumn> known;
  private final TableProfile table;
  private final Map<TableProfile.Column, AlignedHeading> aligned = new LinkedHashMap<>();

  private HeadingAlignment(Collection<DraftColumn> known, TableProfile table) {
    this.known = known;
    this.table = table;
  }

  /**
   * Aligns.
   *
   * @param known the dataset's columns
   * @param computed which of these columns are computed from others
   * @param byRest whether columns may be taken for each other that are the only ones of their type
   *     left on both sides
   */
  static Map<TableProfile.Column, AlignedHeading> of(
      Collection<DraftColumn> known,
      Supplier<List<Computed>> computed,
      FoundTable found,
      boolean byRest) {
    TableProfile table = found.table();
    HeadingAlignment alignment = new HeadingAlignment(known, table);
    alignment.bySpelling();
    alignment.byWords();
    alignment.byValues();
    alignment.byComputation(computed, found.rows().relations());
    if (byRest && alignment.aligned.size() * 2 >= table.columns().size()) {
      alignment.byShape();
      alignment.byRest();
    }
    return alignment.aligned;
  }

  private List<TableProfile.Column> left() {
    return table.columns().stream().filter(column -> !aligned.containsKey(column)).toList();
  }

  private List<DraftColumn> free() {
    List<DraftColumn> free = new ArrayList<>(known);
    aligned.values().forEach(one -> free.remove(one.column()));
    return free;
  }

  private void bySpelling() {
    for (TableProfile.Column column : table.columns()) {
      free().stream()
          .filter(one -> one.isSpelt(column.heading()))
          .findFirst()
          .ifPresent(one -> aligned.put(column, new AlignedHeading(one, AlignedBy.SPELLING, "")));
    }
  }

  private void byWords() {
    pair(
        AlignedBy.WORDS,
        (column, one) -> isSame(AlignedBy.WORDS, column, one),
        (c, one) -> "the same words");
    pair(
        AlignedBy.SOME_WORDS,
        (column, one) -> isSame(AlignedBy.SOME_WORDS, column, one),
        (column, one) -> "the words of one are in the other");
  }

  /** Pairs those that fit nothing else on either side. */
  private void pair(
      AlignedBy by,
      BiPredicate<TableProfile.Column, DraftColumn> fits,
      BiFunction<TableProfile.Column, DraftColumn, String> evidence) {
    for (TableProfile.Column column : left()) {
      List<DraftColumn> found = free().stream().filter(one -> fits.test(column, one)).toList();
      boolean only =
          found.size() == 1
              && left().stream().filter(other -> fits.test(other, found.get(0))).count() == 1;
      if (only) {
        DraftColumn one = found.get(0);
        aligned.put(column, new AlignedHeading(one, by, evidence.apply(column, one)));
      }
    }
  }

  private static boolean isSame(AlignedBy by, TableProfile.Column column, DraftColumn one) {
    HeadingWords words = HeadingWords.of(column.heading());
    return areCompatible(column, one)
        && one.spellings().stream()
            .map(HeadingWords::of)
            .anyMatch(
                other -> by == AlignedBy.WORDS ? words.areThoseOf(other) : words.areNear(other));
  }

  private void byValues() {
    pair(
        AlignedBy.VALUES,
        (column, one) -> isText(column) && isText(one) && overlap(column, one) >= OVERLAP,
        (column, one) -> overlap(column, one) + " % of the values are the same");
  }

  private static int overlap(TableProfile.Column column, DraftColumn one) {
    Set<String> values = column.values().values();
    int fewer = Math.min(values.size(), one.values().size());
    long common = values.stream().filter(one.values()::contains).count();
    return common < LEAST_COMMON ? 0 : (int) (common * 100 / fewer);
  }

  /** Columns that are computed in the same way from columns that were found to be the same. */
  private void byComputation(Supplier<List<Computed>> ofKnown, List<Relation> relations) {
    List<Relation> open =
        relations.stream()
            .filter(one -> left().stream().anyMatch(c -> c.heading().equals(one.result())))
            .toList();
    List<Computed> computed = open.isEmpty() ? List.of() : ofKnown.get();
    Map<String, DraftColumn> byHeading = new HashMap<>();
    aligned.forEach((column, one) -> byHeading.put(column.heading(), one.column()));
    for (Relation relation : open) {
      List<DraftColumn> operands =
          relation.operands().stream()
              .flatMap(heading -> Optional.ofNullable(byHeading.get(heading)).stream())
              .toList();
      List<DraftColumn> free = free();
      Optional<DraftColumn> same =
          computed.stream()
              .filter(one -> one.isBy(relation.kind(), operands))
              .map(Computed::result)
              .filter(free::contains)
              .findFirst();
      Optional<TableProfile.Column> column =
          left().stream().filter(one -> one.heading().equals(relation.result())).findFirst();
      if (same.isPresent() && column.isPresent()) {
        String evidence = "both are " + relation.words(heading -> heading) + " in every row";
        aligned.put(column.get(), new AlignedHeading(same.get(), AlignedBy.COMPUTED, evidence));
      }
    }
  }

  private static boolean isText(TableProfile.Column column) {
    return column.values().type().kind() == ColumnType.Kind.TEXT;
  }

  private static boolean isText(DraftColumn column) {
    return column.type().kind() == ColumnType.Kind.TEXT && !column.isFromName();
  }

  private void byShape() {
    pair(
        AlignedBy.SHAPE,
        (column, one) ->
            isText(column)
                && isText(one)
                && shape(column.values().values()).isPresent()
                && shape(column.values().values()).equals(shape(one.values())),
        (column, one) ->
            "the values of both are written like " + shape(one.values()).orElse("each other"));
  }

  /** How nearly all of some values are written that have digits: A for letters, 9 for digits. */
  private static Optional<String> shape(Set<String> values) {
    Set<String> shapes =
        values.stream()
            .limit(100)
            .map(value -> value.replaceAll("\\p{L}", "A").replaceAll("\\d+", "9"))
            .collect(Collectors.toSet());
    Optional<String> one = shapes.stream().findFirst();
    return one.filter(shape -> shapes.size() == 1 && shape.contains("9"));
  }

  private void byRest() {
    for (ColumnType.Kind kind : ColumnType.Kind.values()) {
      List<TableProfile.Column> left =
          left().stream().filter(one -> one.values().type().kind() == kind).toList();
      List<DraftColumn> free = free().stream().filter(one -> one.type().kind() == kind).toList();
      if (kind != ColumnType.Kind.TEXT && left.size() == 1 && free.size() == 1) {
        String evidence = "the only two " + kind.word() + " columns left on both sides";
        aligned.put(left.get(0), new AlignedHeading(free.get(0), AlignedBy.REST, evidence));
      }
    }
  }

  private static boolean areCompatible(TableProfile.Column column, DraftColumn known) {
    ColumnType one = column.values().type();
    ColumnType other = known.type();
    return one.kind() == other.kind() || (one.isNumber() && other.isNumber());
  }
}
