package baddle.app.parts;

import baddle.app.changes.CheckedFile;
import baddle.app.reading.SourceNumbers;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.HeldValue;
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
public final class PartSources implements SourceNumbers {

  private final PartWriter part;
  private @Nullable BlockBuilder blocks;
  private int last;
  private int lastOfOtherFiles;
  private final List<Long> firstRows = new ArrayList<>();
  private final List<CheckedFile> files = new ArrayList<>();
  private @Nullable CheckedFile current;

  /** Of a part that is being written. */
  public PartSources(PartWriter part) {
    this.part = part;
  }

  /** Says where the rows of the sources go, before the first is begun. */
  public void into(BlockBuilder builder) {
    blocks = builder;
  }

  /** The part's number. */
  public int part() {
    return part.part();
  }

  /** Begins a file; the sources to come are its own. */
  public void beginFile(CheckedFile file) {
    lastOfOtherFiles = last;
    current = file;
  }

  /** The file that a source is of. */
  public CheckedFile file(int source) {
    return files.get(source - 1);
  }

  /** Takes rows of a block that are of one source. */
  @FunctionalInterface
  public interface Run {

    /**
     * Takes them.
     *
     * @param source the source's number in the part, from 1
     * @param from the first row, inclusive
     * @param to the end, exclusive
     */
    void rows(int source, int from, int to);
  }

  /**
   * Takes the rows of a block apart by source.
   *
   * @param before how many rows of the part were stored before the block
   * @param size how many rows the block has
   */
  public void eachRun(long before, int size, Run run) {
    int from = 0;
    while (from < size) {
      int source = sourceOf(before + from);
      long end = source < last ? firstRow(source + 1) : Long.MAX_VALUE;
      int to = (int) Math.min(size, end - before);
      if (source > 0) {
        run.rows(source, from, to);
      }
      from = to;
    }
  }

  /** The source of a row; of several that begin there, the last. */
  private int sourceOf(long row) {
    int low = 0;
    int high = last;
    while (low < high) {
      int middle = (low + high + 1) >>> 1;
      if (firstRow(middle) <= row) {
        low = middle;
      } else {
        high = middle - 1;
      }
    }
    return low;
  }

  @Override
  public HeldRowSink begin() {
    int number = ++last;
    files.add(Objects.requireNonNull(current));
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
  public void dropFile() throws StoreException {
    for (int source = lastOfOtherFiles + 1; source <= last; source++) {
      part.forget(source);
    }
  }
}
