package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.Section;
import baddle.core.intake.TableProfile;
import baddle.core.intake.TotalRow;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Adds up the rows above those that state totals, to prove a rule before it is proposed. */
final class ProvedTotals {

  private final DraftDataset dataset;
  private final List<FoundTable> tables;
  private final String heading;
  private final Set<TotalRow.Kind> kinds;

  /**
   * Of a rule.
   *
   * @param heading of the column that has the labels
   * @param kinds which labels it is about
   */
  ProvedTotals(
      DraftDataset dataset, List<FoundTable> tables, String heading, Set<TotalRow.Kind> kinds) {
    this.dataset = dataset;
    this.tables = tables;
    this.heading = heading;
    this.kinds = kinds;
  }

  private boolean isOfRule(FoundTable table, Section section) {
    return table.heading(section.column()).filter(heading::equals).isPresent()
        && kinds.contains(new TotalRow(section.column(), section.label(), Set.of()).kind());
  }

  /** Whether at least half of the totals of a column are what the rows since the last add up to. */
  boolean tie(String column) {
    int all = 0;
    int ties = 0;
    for (FoundTable table : tables) {
      Optional<String> own =
          table.table().columns().stream()
              .map(TableProfile.Column::heading)
              .filter(one -> dataset.column(column).filter(c -> c.isSpelt(one)).isPresent())
              .findFirst();
      BigDecimal sum = BigDecimal.ZERO;
      for (Section section : own.isPresent() ? table.rows().sections() : List.<Section>of()) {
        sum = sum.add(section.before().getOrDefault(own.get(), BigDecimal.ZERO));
        if (isOfRule(table, section)) {
          if (section.stated().containsKey(own.get())) {
            all++;
            ties += sum.compareTo(section.stated().get(own.get())) == 0 ? 1 : 0;
          }
          sum = BigDecimal.ZERO;
        }
      }
    }
    return ties * 2 >= all;
  }

  /** Whether a carried column has no value of its own in the row after a total. */
  boolean goesOn(String column) {
    for (FoundTable table : tables) {
      for (Section section : table.rows().sections()) {
        boolean blank =
            !section.next().isEmpty()
                && section.next().stream()
                    .flatMap(at -> table.heading(at).stream())
                    .noneMatch(
                        one -> dataset.column(column).filter(c -> c.isSpelt(one)).isPresent());
        if (isOfRule(table, section) && blank) {
          return true;
        }
      }
    }
    return false;
  }
}
