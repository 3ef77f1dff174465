package baddle.app.consolidate;

import baddle.app.reading.SourceNumbers;
import baddle.core.intake.HeldRow;
import baddle.core.intake.HeldRowSink;
import baddle.core.intake.HeldValue;
import baddle.core.table.BlockBuilder;
import baddle.store.PartWriter;
import baddle.store.StoreException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Numbers the sources of a part. What was read of a source that is dropped stays dead in the part.
 */
final class PartSources implements SourceNumbers {

  private final PartWriter part;
  private @Nullable BlockBuilder blocks;
  private int last;
  private int lastOfOtherFiles;
  private final List<Long> firstRows = new ArrayList<>();

  PartSources(PartWriter part) {
    this.part = part;
  }

  /** Says where the rows of the sources go, before the first is begun. */
  void into(BlockBuilder builder) {
    blocks = builder;
  }

  int part() {
    return part.part();
  }

  void beginFile() {
    lastOfOtherFiles = last;
  }

  @Override
  public HeldRowSink begin() {
    int number = ++last;
    firstRows.add(Objects.requireNonNull(blocks).rowsEnded());
    return new HeldRowSink() {
      @Override
      public void held(HeldRow row) throws IOException {
        part.held(number, row);
      }

      @Override
      public void blanked(int rowNumber, HeldValue value) throws IOException {
        part.blanked(number, rowNumber, value);
      }
    };
  }

  @Override
  public int number() {
    return last;
  }

  @Override
  public long firstRow() {
    return firstRow(last);
  }

  /** How many sources were begun. */
  int last() {
    return last;
  }

  /** Where the rows of a source begin in the part, from 0. */
  long firstRow(int source) {
    return firstRows.get(source - 1);
  }

  @Override
  public void drop() throws StoreException {
    part.forget(last);
  }

  /** Drops all sources of the file that was begun last. */
  void dropFile() throws StoreException {
    for (int source = lastOfOtherFiles + 1; source <= last; source++) {
      part.forget(source);
    }
  }
}
