package baddle.plan.output;

/**
 * How reports look.
 *
 * @param accent the colour of links and of the first series, six hexadecimal digits behind a {@code
 *     #}; empty for the usual one
 * @param logo an image file, relative to the plan; empty for none
 */
public record StylePlan(String accent, String logo) {

  /** As they come. */
  public static final StylePlan PLAIN = new StylePlan("", "");
}
