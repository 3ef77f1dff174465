package baddle.app.draft;

import java.util.List;
import java.util.regex.Pattern;

/**
 * A rule that leaves rows out, and compares the totals that they state with the rows above.
 *
 * @param when its condition
 * @param because its reason
 * @param sums the columns whose totals such a row states
 * @param goOn carried columns that go on below such a row
 * @param example what it finds
 */
record TotalRule(
    String when, String because, List<String> sums, List<String> goOn, String example) {

  /** Numbers whose sum means nothing. */
  static final Pattern NOT_SUMMED =
      Pattern.compile(
          "price|rate|percent|average|balance|(^|_)(no|number|year|month|day|saldo)($|_)");

  TotalRule {
    sums = List.copyOf(sums);
    goOn = List.copyOf(goOn);
  }
}
