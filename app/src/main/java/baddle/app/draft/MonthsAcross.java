package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.Relation;
import baddle.core.calendar.PeriodText;
import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/** Tells tables that have a column for each month: the months become rows. */
final class MonthsAcross {

  private static final int LEAST = 3;
  private static final int LONGEST = 10;

  private static final PeriodText PERIODS = PeriodText.english();

  private MonthsAcross() {}

  /** Whether some headings are those of months across. */
  static boolean are(Collection<String> headings) {
    return headings.stream().filter(MonthsAcross::isMonth).count() >= LEAST;
  }

  /** Whether a heading names a month, or another period. */
  static boolean isMonth(String heading) {
    String text = heading.strip();
    boolean named = text.length() <= LONGEST && text.matches("\\p{L}+\\.?");
    return (named && PERIODS.month(text) > 0) || PERIODS.parse(text).isPresent();
  }

  private static List<String> headings(FoundTable found) {
    return found.table().columns().stream().map(TableProfile.Column::heading).toList();
  }

  /**
   * Puts two columns into the place of those of the months, if all tables have such. A column that
   * adds the months up goes.
   *
   * @return how the feeds of the dataset say so; empty if they have none
   */
  static Optional<Turned> turn(DraftDataset dataset) {
    List<FoundTable> tables = dataset.tables();
    boolean all = tables.stream().allMatch(found -> are(headings(found)));
    List<DraftColumn> months =
        dataset.columns().stream()
            .filter(column -> column.spellings().stream().allMatch(MonthsAcross::isMonth))
            .toList();
    boolean numbers = months.stream().allMatch(column -> column.type().isNumber());
    if (!all || !numbers || months.size() < LEAST) {
      return Optional.empty();
    }
    int places = months.stream().mapToInt(column -> column.type().places()).max().orElse(0);
    dataset.columns().removeAll(months);
    dataset.columns().removeIf(column -> isTheirSum(column, dataset));
    String month = dataset.freeName("month");
    List<String> headings = months.stream().flatMap(one -> one.spellings().stream()).toList();
    dataset.columns().add(DraftColumn.ofMonths(month, headings));
    String amount = dataset.freeName("amount");
    dataset.columns().add(DraftColumn.gathered(amount, ColumnType.Kind.DECIMAL, places));
    return Optional.of(
        Turned.of(
            "{headings: \"{period}\", label: " + month + ", value: " + amount + "}", amount, true));
  }

  private static boolean isTheirSum(DraftColumn column, DraftDataset dataset) {
    boolean sums =
        dataset.tables().stream()
            .allMatch(
                found ->
                    found.rows().relations().stream()
                        .anyMatch(one -> column.isSpelt(one.result()) && isSumOfMonths(one)));
    if (sums) {
      String heading = column.heading();
      dataset
          .evidence()
          .add(
              heading
                  + " of "
                  + dataset.name()
                  + " adds the months up in every row: it isn't read");
    }
    return sums;
  }

  private static boolean isSumOfMonths(Relation relation) {
    return relation.kind() == Relation.Kind.SUM
        && are(relation.operands())
        && relation.operands().stream().allMatch(MonthsAcross::isMonth);
  }
}
