package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.TotalledSection;
import baddle.core.profile.TableProfile;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;

/** Adds up the rows above those that state totals, to prove a rule before it is proposed. */
final class ProvedTotals {

  /** More labels are no list that a rule can have. */
  private static final int MOST_LABELS = 30;

  private final DraftDataset dataset;
  private final List<FoundTable> tables;
  private final String column;
  private final Predicate<TotalledSection> isOfRule;

  /**
   * Of a rule.
   *
   * @param column the column that has the labels, as a condition names it; empty for any
   * @param isOfRule the rows it is about, of those that have their label there
   */
  ProvedTotals(
      DraftDataset dataset,
      List<FoundTable> tables,
      String column,
      Predicate<TotalledSection> isOfRule) {
    this.dataset = dataset;
    this.tables = tables;
    this.column = column;
    this.isOfRule = isOfRule;
  }

  private boolean isOfRule(FoundTable table, TotalledSection section) {
    boolean there =
        column.isEmpty()
            || table
                .heading(section.column())
                .map(dataset::asSent)
                .filter(column::equals)
                .isPresent();
    return there && isOfRule.test(section);
  }

  private Optional<String> heading(FoundTable table, String name) {
    return table.table().columns().stream()
        .map(TableProfile.Column::heading)
        .filter(one -> dataset.column(name).filter(c -> c.isSpelt(one)).isPresent())
        .findFirst();
  }

  /** Whether at least half of the totals of a column are what the rows since the last add up to. */
  boolean tie(String name) {
    int all = 0;
    int ties = 0;
    for (FoundTable table : tables) {
      Optional<String> own = heading(table, name);
      BigDecimal sum = BigDecimal.ZERO;
      for (TotalledSection section :
          own.isPresent() ? table.rows().sections() : List.<TotalledSection>of()) {
        sum = sum.add(section.before().getOrDefault(own.get(), BigDecimal.ZERO));
        if (isOfRule(table, section)) {
          if (section.stated().containsKey(own.get())) {
            all++;
            ties += isStated(section, own.get(), sum) ? 1 : 0;
          }
          sum = BigDecimal.ZERO;
        }
      }
    }
    return ties * 2 >= all;
  }

  private static boolean isStated(TotalledSection section, String heading, BigDecimal sum) {
    return sum.compareTo(section.stated().getOrDefault(heading, BigDecimal.ZERO)) == 0;
  }

  /**
   * The labels, in small letters, of totals that are of more than the rows since the last total of
   * the rule: of all since the last such label, and only they. None where there is but one level.
   */
  Set<String> outerLabels(String name) {
    Set<String> inner = new TreeSet<>();
    Set<String> outer = new TreeSet<>();
    for (FoundTable table : tables) {
      Optional<String> own = heading(table, name);
      BigDecimal since = BigDecimal.ZERO;
      BigDecimal sinceOuter = BigDecimal.ZERO;
      for (TotalledSection section :
          own.isPresent() ? table.rows().sections() : List.<TotalledSection>of()) {
        BigDecimal before = section.before().getOrDefault(own.get(), BigDecimal.ZERO);
        since = since.add(before);
        sinceOuter = sinceOuter.add(before);
        if (isOfRule(table, section)) {
          String label = TotalRules.small(section.label());
          if (isStated(section, own.get(), since) && since.signum() != 0) {
            inner.add(label);
          } else if (isStated(section, own.get(), sinceOuter) && sinceOuter.signum() != 0) {
            outer.add(label);
            sinceOuter = BigDecimal.ZERO;
          }
          since = BigDecimal.ZERO;
        }
      }
    }
    boolean apart = outer.stream().noneMatch(inner::contains);
    return apart && !inner.isEmpty() && outer.size() <= MOST_LABELS ? outer : Set.of();
  }

  /** Whether a carried column has no value of its own in the row after a total. */
  boolean goesOn(String name) {
    for (FoundTable table : tables) {
      Optional<String> own = heading(table, name);
      for (TotalledSection section :
          own.isPresent() ? table.rows().sections() : List.<TotalledSection>of()) {
        boolean blank =
            !section.next().isEmpty()
                && section.next().stream()
                    .noneMatch(at -> table.heading(at).filter(own.get()::equals).isPresent());
        if (isOfRule(table, section) && blank) {
          return true;
        }
      }
    }
    return false;
  }
}
