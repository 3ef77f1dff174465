package baddle.formats.edit;

import baddle.core.grid.CellKind;

/**
 * A cell as it is.
 *
 * @param kind of its value; blank where it has looks only
 * @param text as a person sees it, of a number 15 digits; empty where it is blank
 * @param whole the same with the white space around it
 * @param formula what computes it, as the format writes it; empty for a value of its own
 * @param locked whether it can't be changed once its sheet is protected
 */
public record SeenCell(CellKind kind, String text, String whole, String formula, boolean locked) {

  /** Whether a formula computes it. */
  public boolean isComputed() {
    return !formula.isEmpty();
  }

  /** Whether there is neither a value nor a formula. */
  public boolean isBlank() {
    return kind == CellKind.BLANK && formula.isEmpty();
  }
}
