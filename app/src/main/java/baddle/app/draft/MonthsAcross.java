package baddle.app.draft;

import baddle.core.intake.TableProfile;
import baddle.core.value.ColumnType;
import baddle.core.value.PeriodText;
import java.util.List;
import java.util.Optional;

/** Tells tables that have a column for each month: the months become rows. */
final class MonthsAcross {

  private static final int LEAST = 3;

  private final PeriodText periods;

  MonthsAcross(PeriodText periods) {
    this.periods = periods;
  }

  /**
   * Puts two columns into the place of those of the months, if all tables have such.
   *
   * @return how the feeds of the dataset say so; empty if they have none
   */
  Optional<Turned> turn(DraftDataset dataset, List<FoundTable> tables) {
    boolean all =
        tables.stream()
            .allMatch(
                found -> found.table().columns().stream().filter(this::isMonth).count() >= LEAST);
    List<DraftColumn> months =
        dataset.columns().stream()
            .filter(column -> column.spellings().stream().allMatch(this::isPeriod))
            .toList();
    boolean numbers = months.stream().allMatch(column -> column.type().isNumber());
    if (!all || !numbers || months.size() < LEAST) {
      return Optional.empty();
    }
    int places = months.stream().mapToInt(column -> column.type().places()).max().orElse(0);
    dataset.columns().removeAll(months);
    String month = dataset.freeName("month");
    dataset.columns().add(DraftColumn.gathered(month, ColumnType.Kind.DATE, 0));
    String amount = dataset.freeName("amount");
    dataset.columns().add(DraftColumn.gathered(amount, ColumnType.Kind.DECIMAL, places));
    return Optional.of(
        new Turned(
            "{headings: \"{period}\", label: " + month + ", value: " + amount + "}",
            amount,
            false,
            Optional.empty()));
  }

  private boolean isMonth(TableProfile.Column column) {
    return isPeriod(column.heading());
  }

  private boolean isPeriod(String heading) {
    String text = heading.strip();
    boolean named = text.length() <= 10 && text.matches("\\p{L}+\\.?") && periods.month(text) > 0;
    return named || periods.parse(text).isPresent();
  }
}
