package baddle.app.amend;

import java.nio.file.Path;
import java.util.List;

/**
 * What became of a workbook.
 *
 * @param file the workbook
 * @param copy its changed copy
 * @param cells the cells that were changed
 * @param stays cells that stay, and why
 * @param problem why nothing was changed; empty where all went well
 * @param warnings what a person should know besides
 */
public record Amended(
    Path file,
    Path copy,
    List<Cell> cells,
    List<String> stays,
    String problem,
    List<String> warnings) {

  /**
   * A cell that was changed.
   *
   * @param sheet its sheet
   * @param cell its address
   * @param kindBefore what it held: number, text, date...
   * @param before as it is listed
   * @param kindAfter what it holds
   * @param after as it is listed
   * @param because why
   */
  public record Cell(
      String sheet,
      String cell,
      String kindBefore,
      String before,
      String kindAfter,
      String after,
      String because) {}

  /** Copies the lists. */
  public Amended {
    cells = List.copyOf(cells);
    stays = List.copyOf(stays);
    warnings = List.copyOf(warnings);
  }

  /** Whether something wants a person's eye. */
  public boolean wantsEye() {
    return !problem.isEmpty() || !stays.isEmpty();
  }
}
