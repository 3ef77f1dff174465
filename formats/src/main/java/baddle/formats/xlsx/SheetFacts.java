package baddle.formats.xlsx;

import javax.xml.stream.XMLStreamReader;

/** Takes what a sheet's part says besides the values of its cells. */
public interface SheetFacts {

  /**
   * Takes a formula.
   *
   * @param row of its cell, from 1
   * @param column of its cell, from 0
   * @param type its type, such as {@code shared}; empty for a plain one
   * @param group what cells that share it know it by; empty for none
   * @param range the cells that share it or are its result; empty for its own
   * @param text as it is written; empty where another cell has it
   */
  void formula(int row, int column, String type, String group, String range, String text);

  /** Takes an element behind the cells; the reader is on it. */
  void behind(XMLStreamReader xml);

  /** Takes the number of a row. */
  void row(int number);
}
