package baddle.formats.edit;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;

/** What is put into a cell. */
public sealed interface CellContent {

  /** A number, exactly. */
  record Amount(BigDecimal value) implements CellContent {}

  /** A text, whatever it looks like. */
  record Text(String value) implements CellContent {}

  /** A day, written as the workbook counts days. */
  record Day(LocalDate value) implements CellContent {}

  /** A day with a time, to the millisecond. */
  record Moment(LocalDateTime value) implements CellContent {}

  /** An error value such as {@code #N/A}. */
  record Fault(String value) implements CellContent {}

  /** A truth. */
  record Truth(boolean value) implements CellContent {}

  /**
   * A formula without a result.
   *
   * @param value as the format writes it, without the sign that it begins with
   */
  record Formula(String value) implements CellContent {}

  /** Nothing; the cell keeps its looks. */
  record Blank() implements CellContent {}
}
