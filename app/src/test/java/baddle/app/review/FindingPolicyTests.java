package baddle.app.review;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.plan.Plan;
import baddle.plan.read.PlanReader;
import baddle.store.entry.StoredSource;
import java.io.StringReader;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mockito;

/** The plan's rules change how grave a finding is, for the files and as long as they say. */
class FindingPolicyTests {

  private static final Finding HELD =
      Finding.of(FindingCode.ROWS_HELD, Place.file("in/a.csv"), "1 row held", "correct it");
  private static final Finding OTHER =
      Finding.of(FindingCode.NO_ROWS, Place.file("in/b.csv"), "no row", "ask");

  private static FindingPolicy policy(String rules, String... periods) throws Exception {
    Plan plan =
        PlanReader.read(
            new StringReader("baddle: 1\ndatasets: {d: {columns: {a: text}}}\nchecks:\n" + rules),
            "baddle.yaml");
    List<StoredSource> sources =
        Stream.of(periods)
            .map(
                period -> {
                  StoredSource source = Mockito.mock(StoredSource.class);
                  Mockito.when(source.period()).thenReturn(period);
                  return source;
                })
            .toList();
    return new FindingPolicy(plan, sources);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "note | NOTE | 0",
        "warning | WARNING | 0",
        "error | ERROR | 0",
        "accepted | | 1",
      })
  void a_finding_counts_as_the_rule_says(String word, Severity severity, int accepted)
      throws Exception {
    FindingPolicy.Result result =
        policy("- {finding: rows-held, count_as: " + word + ", because: known}")
            .apply(List.of(HELD));

    assertThat(result.accepted()).hasSize(accepted);
    assertThat(result.findings())
        .extracting(Finding::severity)
        .isEqualTo(severity == null ? List.of() : List.of(severity));
    result.findings().forEach(one -> assertThat(one.message()).isEqualTo(HELD.message()));
    result
        .accepted()
        .forEach(one -> assertThat(one).isEqualTo(new FindingPolicy.Accepted(HELD, "known")));
  }

  @ParameterizedTest
  @CsvSource({"in/*.csv, true", "in/a*, true", "in/b.csv, false", "a.csv, false"})
  void a_rule_is_for_the_files_it_names(String pattern, boolean fits) throws Exception {
    FindingPolicy.Result result =
        policy(
                "- {finding: rows-held, count_as: accepted, because: known, at: \""
                    + pattern
                    + "\"}")
            .apply(List.of(HELD));

    assertThat(result.accepted()).hasSize(fits ? 1 : 0);
  }

  @Test
  void other_findings_stay_and_the_gravest_come_first() throws Exception {
    FindingPolicy.Result result =
        policy("- {finding: rows-held, count_as: note, because: known}")
            .apply(List.of(HELD, OTHER));

    assertThat(result.findings())
        .extracting(Finding::code)
        .containsExactly(FindingCode.NO_ROWS, FindingCode.ROWS_HELD);
  }

  @Test
  void the_first_rule_that_fits_counts() throws Exception {
    FindingPolicy.Result result =
        policy(
                "- {finding: rows-held, count_as: accepted, because: first}\n"
                    + "- {finding: rows-held, count_as: error, because: second}")
            .apply(List.of(HELD));

    assertThat(result.accepted())
        .extracting(FindingPolicy.Accepted::because)
        .containsExactly("first");
  }

  @ParameterizedTest
  @CsvSource({"2026-02, true", "2026-03, true", "2026-04, false", "2027-01, false"})
  void a_rule_ends_with_its_period_and_says_so(String latest, boolean counts) throws Exception {
    FindingPolicy.Result result =
        policy(
                "- {finding: rows-held, count_as: accepted, because: the till broke, until:"
                    + " 2026-03}",
                "2025-12",
                latest,
                "")
            .apply(List.of(HELD));

    assertThat(result.accepted()).hasSize(counts ? 1 : 0);
    if (!counts) {
      assertThat(result.findings())
          .filteredOn(one -> one.code() == FindingCode.CHECK_EXPIRED)
          .singleElement()
          .satisfies(
              one ->
                  assertThat(one.message())
                      .isEqualTo(
                          "the rule for rows-held ended with 2026-03; it was there because: the"
                              + " till broke"));
    }
  }
}
