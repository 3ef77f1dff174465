package baddle.app.derived;

import baddle.core.finding.Place;
import baddle.plan.DatasetPlan;
import baddle.plan.DuplicateRule;
import baddle.plan.Plan;
import baddle.store.Store;
import baddle.store.StoreException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A row that has the key of another and counts all the same.
 *
 * @param key the key, as a person reads it
 * @param here where the row is
 * @param other where the row is that has the key first
 */
public record RepeatedKeys(String key, Place here, Place other) {

  /**
   * Those of a dataset whose plan only reports them.
   *
   * @param batch as of which batch
   */
  public static List<RepeatedKeys> of(Store store, Plan plan, DatasetPlan dataset, int batch)
      throws IOException {
    List<RepeatedKeys> repeated = new ArrayList<>();
    if (dataset.duplicates().policy() != DuplicateRule.Policy.REPORT) {
      return repeated;
    }
    try {
      SourceRanks ranks =
          new SourceRanks(
              store.catalogue().sources(batch),
              store.catalogue().files(batch),
              dataset.name(),
              plan.periods());
      new DuplicateMarks(
              store.dataset(dataset.name(), batch).orBlank(dataset.schema()),
              dataset,
              ranks,
              Optional.empty(),
              (key, here, other) -> repeated.add(new RepeatedKeys(key, here, other)))
          .find();
    } catch (StoreException.Absent e) {
      return repeated;
    }
    return repeated;
  }
}
