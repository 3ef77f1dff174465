package baddle.app.results;

import baddle.app.Awaited;
import baddle.core.grid.CellKind;
import baddle.core.grid.ResultColumn;
import baddle.core.grid.ResultSink;
import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * Hands rows on to a sink that works in a thread of its own, so that the database goes on while
 * they are written. A few thousand cells, or some long texts, are on their way at a time. Close it
 * in any case; what the sink has taken is complete once {@link #end} returned.
 */
final class AsideSink implements ResultSink, Closeable {

  private static final int ROWS = 512;
  private static final int CHARACTERS = 1 << 18;
  private static final int WAITING = 3;
  private static final long LOOK_MILLIS = 200;

  /** Some rows, none at the end. */
  private static final class Rows {
    private final List<CellKind[]> kinds = new ArrayList<>();
    private final List<@Nullable String[]> texts = new ArrayList<>();
    private int characters;
  }

  private final ResultSink sink;
  private final BlockingQueue<Rows> waiting = new ArrayBlockingQueue<>(WAITING);
  private final ExecutorService aside = Executors.newSingleThreadExecutor();
  private final Future<Boolean> work;
  private Rows rows = new Rows();

  AsideSink(ResultSink sink) {
    this.sink = sink;
    this.work = aside.submit(this::write);
  }

  @Override
  public void begin(List<ResultColumn> columns) throws IOException {
    sink.begin(columns);
  }

  @Override
  public void row(CellKind[] kinds, @Nullable String[] texts) throws IOException {
    for (String text : texts) {
      rows.characters += text == null ? 0 : text.length();
    }
    rows.kinds.add(kinds.clone());
    rows.texts.add(texts.clone());
    if (rows.kinds.size() == ROWS || rows.characters > CHARACTERS) {
      handOn();
    }
  }

  private void handOn() throws IOException {
    try {
      while (!waiting.offer(rows, LOOK_MILLIS, TimeUnit.MILLISECONDS)) {
        if (work.isDone()) {
          Awaited.of(work);
          throw new IOException("nobody takes the rows");
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    }
    rows = new Rows();
  }

  /** Waits until all rows are taken. */
  void end() throws IOException {
    if (!rows.kinds.isEmpty()) {
      handOn();
    }
    handOn();
    Awaited.of(work);
  }

  /** Takes rows until there are none any more. */
  private boolean write() throws IOException, InterruptedException {
    for (Rows some = waiting.take(); !some.kinds.isEmpty(); some = waiting.take()) {
      for (int i = 0; i < some.kinds.size(); i++) {
        sink.row(some.kinds.get(i), some.texts.get(i));
      }
    }
    return true;
  }

  @Override
  public void close() {
    Awaited.end(aside);
  }
}
