package baddle.app.closed;

import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.store.PartWriter;

/** Makes parts for rows that aren't read from files. */
@FunctionalInterface
public interface ClosedParts {

  /** A part for rows of a dataset. */
  PartWriter of(DatasetPlan dataset, Schema schema);
}
