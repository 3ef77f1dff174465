package baddle.app.close;

import baddle.store.entry.StoredClosing;
import java.time.Instant;
import java.util.Optional;

/**
 * That a period was closed once.
 *
 * @param period its name
 * @param batch the batch it was closed with
 * @param closedAt when
 * @param accepted why it was closed although errors were open; empty where none were
 * @param reopenedAt when it was opened again; empty where it is closed
 * @param because why it was opened again; empty where it is closed
 */
public record ClosingLine(
    String period,
    int batch,
    Instant closedAt,
    String accepted,
    Optional<Instant> reopenedAt,
    String because) {

  static ClosingLine of(StoredClosing closing) {
    return new ClosingLine(
        closing.period(),
        closing.batch(),
        closing.closedAt(),
        closing.accepted(),
        closing.reopened().map(StoredClosing.Reopened::at),
        closing.reopened().map(StoredClosing.Reopened::because).orElse(""));
  }
}
