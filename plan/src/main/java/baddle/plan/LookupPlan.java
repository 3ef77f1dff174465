package baddle.plan;

import baddle.core.lookup.LookupSpec;
import java.util.List;
import java.util.Optional;

/**
 * A small table that brings columns in by key.
 *
 * @param spec what it matches and brings
 * @param columns the lookup's own columns: those of the key, of the range, and those it brings
 * @param feed how its file is read; empty for one that is a dataset
 * @param shape what is read of its file
 * @param dataset the dataset it is; empty for a file
 */
public record LookupPlan(
    LookupSpec spec,
    List<String> columns,
    Optional<FeedPlan> feed,
    DatasetPlan shape,
    Optional<String> dataset) {

  /** Copies the list. */
  public LookupPlan {
    columns = List.copyOf(columns);
  }

  /** Where a column of the dataset that it matches or brings is among its own; -1 if nowhere. */
  public int columnOf(String name) {
    for (int i = 0; i < spec.match().size(); i++) {
      if (spec.match().get(i).name().equals(name)) {
        return i;
      }
    }
    for (int i = 0; i < spec.bring().size(); i++) {
      if (spec.bring().get(i).name().equals(name)) {
        return columns.size() - spec.bring().size() + i;
      }
    }
    return -1;
  }

  /** Everything that what it brings depends on besides its rows, as text. */
  public String text() {
    return spec + "\n" + columns + feed.map(FeedPlan::intakeText).orElse("") + dataset.orElse("");
  }
}
