package baddle.formats.csv;

import baddle.core.grid.GridRow;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import org.jspecify.annotations.Nullable;

/**
 * Takes the records of a large text apart in a thread of its own, some batches ahead of who works
 * on them, so that one file keeps two processors busy.
 */
final class RecordsAhead implements Records {

  private static final int BATCHES = 4;

  private final Records records;
  private final BlockingQueue<Batch> filled = new ArrayBlockingQueue<>(BATCHES);
  private final BlockingQueue<Batch> free = new ArrayBlockingQueue<>(BATCHES);
  private final Thread thread;
  private Batch current = new Batch();
  private int taken;
  private int line;

  /** Rows that are handed over together, and how reading ended if it did after them. */
  private static final class Batch {

    private static final int ROWS = 512;

    private final GridRow[] rows = new GridRow[ROWS];
    private int size;
    private boolean isLast;
    private int lastLine;
    private @Nullable Throwable failure;

    Batch() {
      for (int i = 0; i < ROWS; i++) {
        rows[i] = new GridRow();
      }
    }

    /** Takes as many records as there is room for. */
    void fill(Records records) {
      size = 0;
      try {
        while (size < ROWS && records.next(rows[size])) {
          size++;
        }
        isLast = size < ROWS;
      } catch (IOException | RuntimeException | Error e) {
        failure = e;
        isLast = true;
      }
      lastLine = records.line();
    }

    void rethrow() throws IOException {
      if (failure instanceof IOException io) {
        throw io;
      }
      if (failure instanceof RuntimeException unchecked) {
        throw unchecked;
      }
      if (failure instanceof Error error) {
        throw error;
      }
    }
  }

  /** Begins to read ahead. */
  RecordsAhead(Records records) {
    this.records = records;
    for (int i = 1; i < BATCHES; i++) {
      free.add(new Batch());
    }
    thread = new Thread(this::readAhead, "records");
    thread.setDaemon(true);
    thread.start();
  }

  private void readAhead() {
    try {
      Batch batch;
      do {
        batch = free.take();
        batch.fill(records);
        filled.put(batch);
      } while (!batch.isLast);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public boolean next(GridRow row) throws IOException {
    while (taken == current.size) {
      line = current.lastLine;
      current.rethrow();
      if (current.isLast) {
        return false;
      }
      try {
        free.put(current);
        current = filled.take();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new InterruptedIOException("interrupted while records were read");
      }
      taken = 0;
    }
    row.exchange(current.rows[taken++]);
    line = row.number();
    return true;
  }

  @Override
  public int line() {
    return line;
  }

  @Override
  public void close() throws IOException {
    thread.interrupt();
    try {
      thread.join();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    records.close();
  }
}
