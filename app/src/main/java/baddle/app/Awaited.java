package baddle.app;

import java.io.IOException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;

/** What came of work that a thread of its own did. */
public final class Awaited {

  private Awaited() {}

  /**
   * Waits for it.
   *
   * @throws IOException if that is why the work failed, or waiting was interrupted
   */
  public static <T> T of(Future<T> work) throws IOException {
    try {
      return work.get();
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IOException cause) {
        throw cause;
      }
      throw new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    }
  }
}
