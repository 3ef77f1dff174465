package baddle.app.compare;

import java.math.BigDecimal;
import java.util.EnumMap;
import java.util.Map;

/**
 * A source, by what it moved a measure, and which of its rows did.
 *
 * @param movement by how much; its only item is the file
 * @param reason why
 * @param parts what rows that were added, removed or altered make of it; they add up to it; none
 *     where there were too many to tell apart
 */
public record Cause(Movement movement, Reason reason, Map<RowChange, Part> parts) {

  /**
   * What rows of one kind make of a movement.
   *
   * @param rows how many there are
   * @param amount by how much they moved the measure
   */
  public record Part(long rows, BigDecimal amount) {

    /** No rows. */
    public static final Part NONE = new Part(0, BigDecimal.ZERO);
  }

  /** Copies the map. */
  public Cause {
    Map<RowChange, Part> copy = new EnumMap<>(RowChange.class);
    copy.putAll(parts);
    parts = copy;
  }

  /** What rows of one kind make of it. */
  public Part part(RowChange kind) {
    return parts.getOrDefault(kind, Part.NONE);
  }
}
