package baddle.app.history;

import baddle.core.finding.Listing;
import baddle.core.finding.Nearest;
import baddle.core.table.Column;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * A column of numbers that is summed, by its name or with that of its dataset before it. Columns of
 * two datasets are never added to each other.
 */
record TotalledColumn(String dataset, String column) {

  /** Those that a name can mean. */
  static List<TotalledColumn> of(Plan plan, String name) {
    List<TotalledColumn> meant = new ArrayList<>();
    for (TotalledColumn known : all(plan)) {
      if (name.equals(known.column()) || name.equals(known.toString())) {
        meant.add(known);
      }
    }
    return meant;
  }

  private static List<TotalledColumn> all(Plan plan) {
    List<TotalledColumn> all = new ArrayList<>();
    for (DatasetPlan dataset : plan.datasets().values()) {
      for (Column column : dataset.schema().columns()) {
        if (column.type().isNumber()) {
          all.add(new TotalledColumn(dataset.name(), column.name()));
        }
      }
    }
    return all;
  }

  /** Why a name can't be summed; empty where it means one column. */
  static String problem(Plan plan, String name) {
    List<TotalledColumn> meant = of(plan, name);
    if (meant.size() > 1) {
      return name
          + " is a column of several datasets; name one: "
          + String.join(", ", meant.stream().map(TotalledColumn::toString).toList());
    }
    if (!meant.isEmpty()) {
      return "";
    }
    List<String> full = all(plan).stream().map(TotalledColumn::toString).toList();
    Stream<String> plain = all(plan).stream().map(TotalledColumn::column).distinct();
    return "no column of numbers "
        + name
        + Nearest.hint(name, Stream.concat(plain, full.stream()).toList())
        + " (columns: "
        + Listing.of(full)
        + ")";
  }

  /** With the name of the dataset. */
  @Override
  public String toString() {
    return dataset + "." + column;
  }
}
