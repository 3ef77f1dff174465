package baddle.formats.edit;

import baddle.core.grid.NamedRange;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.function.Predicate;

/** A workbook that somebody keeps; it is only read, and changed in what is written of it. */
public interface OwnWorkbook extends Closeable {

  /** The names of its sheets, in order. */
  List<String> sheets();

  /** The names it gives to ranges, and its tables. */
  List<NamedRange> names() throws IOException;

  /**
   * Looks at a sheet.
   *
   * @param wanted which cells to look at; all formulas are looked at besides
   * @throws java.util.NoSuchElementException if there is no such sheet
   */
  SeenSheet see(String sheet, Predicate<CellAt> wanted) throws IOException;

  /**
   * A formula as it is some rows further down: what it names relatively moves with it.
   *
   * @param formula as the format writes it
   */
  String movedDown(String formula, int rows);

  /** What a person should know before it is changed; nothing in most cases. */
  List<String> warnings() throws IOException;

  /**
   * Writes it with changes. The same changes give the same bytes.
   *
   * @throws IOException if it can't be written; nothing of worth was written then
   */
  void write(WorkbookEdit edit, OutputStream out) throws IOException;
}
