package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Counts the values that held a row, by heading and cause, with the first of each as an example.
 */
final class Misfits {

  private record Cause(String heading, String expectation) {}

  private static final class Example {
    private final int rowNumber;
    private final String value;
    private long rows;

    Example(int rowNumber, String value) {
      this.rowNumber = rowNumber;
      this.value = value;
    }
  }

  private final Map<Cause, Example> causes = new LinkedHashMap<>();

  void add(int rowNumber, HeldValue held) {
    Cause cause = new Cause(held.heading(), held.expectation());
    causes.computeIfAbsent(cause, c -> new Example(rowNumber, held.value())).rows++;
  }

  List<Finding> findings(Place source) {
    List<Finding> findings = new ArrayList<>();
    causes.forEach(
        (cause, example) ->
            findings.add(
                Finding.of(
                    FindingCode.ROWS_HELD,
                    source.atRow(example.rowNumber).atHeading(cause.heading()),
                    tally(cause, example),
                    "mend the file and consolidate again, or give the column a type that fits")));
    return findings;
  }

  private static Finding.Tally tally(Cause cause, Example example) {
    String found = example.value.isEmpty() ? "a blank" : "\"" + example.value + "\"";
    return new Finding.Tally(example.rows, found, cause.expectation());
  }
}
