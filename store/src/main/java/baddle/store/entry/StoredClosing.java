package baddle.store.entry;

import java.time.Instant;
import java.util.Optional;

/**
 * A period that was closed.
 *
 * @param id its number in the store
 * @param period the period's name, such as {@code 2026-03}
 * @param batch the batch it was closed with, whose figures are frozen
 * @param closedAt when
 * @param accepted why it was closed although errors were open; empty where none were
 * @param reopened that it was opened again; empty where it is closed
 */
public record StoredClosing(
    long id,
    String period,
    int batch,
    Instant closedAt,
    String accepted,
    Optional<Reopened> reopened) {

  /**
   * That a period was opened again.
   *
   * @param at when
   * @param because why
   */
  public record Reopened(Instant at, String because) {}
}
