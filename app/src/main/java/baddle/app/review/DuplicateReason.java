package baddle.app.review;

import baddle.core.derivation.HeldBecause;
import java.util.Optional;

/**
 * Why a row with the key of another doesn't count.
 *
 * @param held what holds it; empty for a row that is left out, because a later source has it again
 */
public record DuplicateReason(Optional<HeldBecause> held) {

  /** A row that a later source has again. */
  public static final DuplicateReason LEFT_OUT = new DuplicateReason(Optional.empty());

  private static final String OF_LEFT_OUT = "a later source has the row again";

  /** As one text, which {@link #parse} takes apart. */
  public String text() {
    return held.map(HeldBecause::text).orElse(OF_LEFT_OUT);
  }

  /** Reads what {@link #text} wrote. */
  public static DuplicateReason parse(String text) {
    return text.equals(OF_LEFT_OUT)
        ? LEFT_OUT
        : new DuplicateReason(Optional.of(HeldBecause.parse(text)));
  }
}
