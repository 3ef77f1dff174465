package baddle.app.consolidate;

import baddle.app.reading.SourceNumbers;
import baddle.core.outcome.HeldRowSink;

/** Sources without a number. */
final class UncountedRows implements SourceNumbers {

  @Override
  public HeldRowSink begin() {
    return row -> {};
  }

  @Override
  public int number() {
    return 0;
  }

  @Override
  public long firstRow() {
    return 0;
  }

  @Override
  public void drop() {}
}
