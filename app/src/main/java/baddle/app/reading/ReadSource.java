package baddle.app.reading;

import baddle.core.grid.MessageHead;
import baddle.core.intake.SourceIntake;
import baddle.core.outcome.CellAccount;
import java.util.Optional;

/**
 * One source of a file that was read.
 *
 * @param number its number in the part, from 1
 * @param sheet its sheet; empty for none
 * @param period the period its name states; empty for none, or where a column states it
 * @param firstRow where its rows begin in the part, from 0
 * @param message the message its file is or came with; empty for none
 * @param intake what came of it
 */
public record ReadSource(
    int number,
    String sheet,
    String period,
    long firstRow,
    Optional<MessageHead> message,
    SourceIntake intake) {

  /** The same, and what became of cells that are in no source. */
  public ReadSource with(CellAccount outside) {
    return new ReadSource(number, sheet, period, firstRow, message, intake.adding(outside));
  }

  /** The same, of another period. */
  public ReadSource ofPeriod(String other) {
    return new ReadSource(number, sheet, other, firstRow, message, intake);
  }
}
