package baddle.core.value;

import java.util.Locale;
import java.util.regex.Pattern;

/** Tells by the name of a column of numbers whether their sum means anything. */
public final class Summable {

  private static final Pattern NEVER =
      Pattern.compile(
          "price|rate|percent|average|balance|(^|[_ ])(no|number|year|month|day|saldo|id|code)([_ ]|$)");

  private Summable() {}

  /** Whether the numbers of a column may add up: no prices, rates, balances, numbers of things. */
  public static boolean mayBe(String column) {
    return !NEVER.matcher(column.toLowerCase(Locale.ROOT)).find();
  }
}
