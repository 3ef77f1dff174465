package baddle.app;

import java.io.IOException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;

/** Work that threads of its own do, waited for. */
public final class Awaited {

  private Awaited() {}

  /** Ends workers, so that none of them writes after this. */
  public static void end(ExecutorService workers) {
    workers.shutdownNow();
    boolean interrupted = false;
    boolean ended = false;
    while (!ended) {
      try {
        ended = workers.awaitTermination(1, TimeUnit.MINUTES);
      } catch (InterruptedException e) {
        interrupted = true;
      }
    }
    if (interrupted) {
      Thread.currentThread().interrupt();
    }
  }

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
