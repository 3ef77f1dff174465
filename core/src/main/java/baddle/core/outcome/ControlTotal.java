package baddle.core.outcome;

import java.math.BigDecimal;

/**
 * A total that a source states, and what its rows add up to.
 *
 * @param column the column it is of, or {@link baddle.core.intake.LeaveOut#ROWS}
 * @param label the label of the rows it is of; empty unless headings became rows
 * @param rowNumber where it is, from 1; 0 where a list states it
 * @param stated what the source says
 * @param computed what the rows above it add up to, those held included as far as their value fits
 * @param held how many of them are held
 */
public record ControlTotal(
    String column, String label, int rowNumber, BigDecimal stated, BigDecimal computed, long held) {

  /** Whether both agree. */
  public boolean ties() {
    return stated.compareTo(computed) == 0;
  }

  /** How much more is stated than there is. */
  public BigDecimal difference() {
    return stated.subtract(computed);
  }
}
