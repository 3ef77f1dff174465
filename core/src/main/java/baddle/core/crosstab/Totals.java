package baddle.core.crosstab;

/**
 * Which grand totals a cross-tab has.
 *
 * @param down whether a last line totals the items down the side
 * @param across whether a last column totals the items across the top
 * @param label what both are called
 */
public record Totals(boolean down, boolean across, String label) {

  /** Both totals, called Total. */
  public static Totals both() {
    return new Totals(true, true, "Total");
  }
}
