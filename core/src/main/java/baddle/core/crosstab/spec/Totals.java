package baddle.core.crosstab.spec;

/**
 * Which totals a cross-tab has.
 *
 * @param down whether a last line totals the items down the side
 * @param across whether a last column totals the items across the top
 * @param label what both are called
 * @param subtotals where the totals of outer items down are
 * @param subtotalsAcross where the totals of outer items across are
 * @param subtotalLabel what a subtotal is called, with {@code {item}} for its item
 * @param blankLines whether a blank line parts the groups of the outermost level
 */
public record Totals(
    boolean down,
    boolean across,
    String label,
    Subtotals subtotals,
    Subtotals subtotalsAcross,
    String subtotalLabel,
    boolean blankLines) {

  /** Both totals, called Total, and no subtotals. */
  public static Totals both() {
    return new Totals(true, true, "Total", Subtotals.NONE, Subtotals.NONE, "{item} total", false);
  }
}
