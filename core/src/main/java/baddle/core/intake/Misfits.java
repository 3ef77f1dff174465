package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.core.outcome.HeldValue;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Counts the values that didn't fit, by heading and cause, and within those by what was written.
 * The first few values of a cause are told one by one, the others together.
 */
public final class Misfits {

  /** How many values of one cause are told apart. */
  static final int MOST_VALUES = 5;

  private record Cause(String heading, String expectation) {}

  private final FindingCode code;
  private final Map<Cause, MisfitValues> causes = new LinkedHashMap<>();

  /** Of which findings of a code are made. */
  public Misfits(FindingCode code) {
    this.code = code;
  }

  /**
   * Counts one.
   *
   * @param row where its row is
   * @param remedy what to do about it
   */
  public void add(Place row, HeldValue held, String remedy) {
    causes
        .computeIfAbsent(new Cause(held.heading(), held.expectation()), c -> new MisfitValues())
        .add(row, held.value(), remedy);
  }

  /** A finding for each value that is told by itself, and one for the others of a cause. */
  public List<Finding> findings() {
    List<Finding> findings = new ArrayList<>();
    causes.forEach(
        (cause, values) -> {
          values
              .first
              .values()
              .forEach(one -> findings.add(finding(cause, one, Listing.quoted(one.value))));
          values
              .rest
              .values()
              .forEach(
                  others ->
                      findings.add(
                          finding(
                              cause,
                              others,
                              Listing.quoted(others.value)
                                  + (values.several ? " and others" : ""))));
        });
    return findings;
  }

  private Finding finding(Cause cause, MisfitExample example, String value) {
    return Finding.of(
        code,
        example.place.atHeading(cause.heading()),
        new Finding.Tally(example.rows, value, cause.expectation()),
        example.remedy);
  }
}
